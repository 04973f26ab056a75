use iron_stopwatch::serve;
use std::collections::BTreeMap;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(all: &[i64]) -> i64 {
    let k = all[0] as usize;
    let levels = &all[1..];
    let mut seen: BTreeMap<i64, usize> = BTreeMap::new();
    let mut total = 0;
    for i in 0..levels.len() {
        *seen.entry(levels[i]).or_insert(0) += 1;
        if i >= k {
            let old = levels[i - k];
            let left = seen.get_mut(&old).unwrap();
            *left -= 1;
            if *left == 0 {
                seen.remove(&old);
            }
        }
        if i + 1 >= k {
            total += *seen.keys().next_back().unwrap();
        }
    }
    total
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
