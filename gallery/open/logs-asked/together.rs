use std::collections::BTreeSet;
use std::io::{self, Read};

fn main() {
    let mut text = String::new();
    io::stdin().read_to_string(&mut text).unwrap();
    let mut words = text.split_ascii_whitespace().map(|w| w.parse::<u32>().unwrap());
    let n = words.next().unwrap() as usize;
    let _q = words.next();
    let kept: BTreeSet<u32> = words.by_ref().take(n).collect();
    println!("{}", words.filter(|w| kept.contains(w)).count());
}
