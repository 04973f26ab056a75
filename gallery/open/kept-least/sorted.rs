use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let mut numbers = text.split_ascii_whitespace().map(|w| w.parse::<u64>().unwrap());
    let _n = numbers.next();
    let k = numbers.next().unwrap() as usize;
    let mut all: Vec<u64> = numbers.collect();
    all.sort();
    println!("{} {}", all[..k].iter().sum::<u64>() % 1000000007, all[k - 1]);
}
