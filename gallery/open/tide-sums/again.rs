use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let levels: Vec<i64> = text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect();
    let mut even = 0;
    for hour in 0..levels.len() {
        let mut sum = 0;
        let mut at = 0;
        while at <= hour {
            if levels[at] % 2 != 0 {
                sum += 1;
            }
            at += 1;
        }
        if sum % 2 == 0 {
            even += 1;
        }
    }
    println!("{}", even);
}
