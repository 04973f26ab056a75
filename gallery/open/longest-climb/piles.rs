use std::io::Read;

fn solve(levels: &[i64]) -> usize {
    let mut ends: Vec<i64> = Vec::new();
    for &level in levels {
        match ends.binary_search(&level) {
            Ok(_) => {}
            Err(at) if at == ends.len() => ends.push(level),
            Err(at) => ends[at] = level,
        }
    }
    ends.len()
}

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let levels: Vec<i64> = text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect();
    println!("{}", solve(&levels));
}
