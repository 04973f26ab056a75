use std::io::{self, Read};

fn main() {
    let mut text = String::new();
    io::stdin().read_to_string(&mut text).unwrap();
    let all: Vec<usize> = text.split_whitespace().map(|w| w.parse().unwrap()).collect();
    let n = all[0];
    let deep = &all[2..2 + n];
    let sum: usize = all[2 + n..].iter().map(|&want| deep.partition_point(|&d| d < want)).sum();
    println!("{}", sum);
}
