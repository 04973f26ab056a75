use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let mut metres: Vec<i64> = text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect();
    metres.sort();
    let close = metres.windows(2).filter(|pair| pair[1] - pair[0] <= 10).count();
    println!("{}", close);
}
