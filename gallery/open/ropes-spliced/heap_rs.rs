use iron_stopwatch::serve;
use std::cmp::Reverse;
use std::collections::BinaryHeap;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(levels: &[i64]) -> i64 {
    let mut ropes: BinaryHeap<Reverse<i64>> = levels.iter().map(|&one| Reverse(one)).collect();
    let mut all = 0;
    while ropes.len() > 1 {
        let both = ropes.pop().unwrap().0 + ropes.pop().unwrap().0;
        all += both;
        ropes.push(Reverse(both));
    }
    all
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
