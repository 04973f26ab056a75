use std::io::Read;

fn solve(levels: &[i64]) -> usize {
    (0..16).filter(|asked| levels.binary_search(&(asked * 62500000)).is_ok()).count()
}

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let levels: Vec<i64> = text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect();
    println!("{}", solve(&levels));
}
