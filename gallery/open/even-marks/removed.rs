use std::io::Read;

fn solve(levels: &[i64]) -> i64 {
    let mut left = levels.to_vec();
    let mut i = 0;
    while i < left.len() {
        if left[i] % 2 == 0 {
            left.remove(i);
        } else {
            i += 1;
        }
    }
    left.iter().sum()
}

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let levels: Vec<i64> = text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect();
    println!("{}", solve(&levels));
}
