use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let mut numbers: Vec<u32> = text.split_whitespace().map(|w| w.parse().unwrap()).collect();
    let n = numbers.remove(0) as usize;
    numbers.sort_unstable();
    let middle = numbers[n / 2];
    let count = numbers.iter().filter(|&&f| f == middle).count();
    println!("{}", if 2 * count > n { middle } else { 0 });
}
