use iron_stopwatch::serve;
use std::cmp::Reverse;
use std::collections::BinaryHeap;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(all: &[i64]) -> i64 {
    let k = all[0] as usize;
    let mut kept: BinaryHeap<Reverse<i64>> = BinaryHeap::new();
    for &one in &all[1..] {
        kept.push(Reverse(one));
        if kept.len() > k {
            kept.pop();
        }
    }
    kept.peek().unwrap().0
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
