use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(all: &[i64]) -> i64 {
    let k = all[0] as usize;
    let loads = &all[1..];
    (0..k).map(|i| loads[i * 131 % loads.len()..].iter().sum::<i64>()).sum()
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
