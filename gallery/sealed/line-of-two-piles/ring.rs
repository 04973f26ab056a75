use iron_stopwatch::serve;
use std::collections::VecDeque;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(levels: &[i64]) -> i64 {
    let mut line = VecDeque::new();
    let (mut total, mut turn) = (0, 0);
    for &one in levels {
        line.push_back(one);
        if one % 2 == 1 {
            turn += 1;
            total += turn * line.pop_front().unwrap();
        }
    }
    total
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
