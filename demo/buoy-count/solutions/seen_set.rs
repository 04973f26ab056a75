use iron_stopwatch::serve;
use std::collections::HashSet;

fn read(text: &str) -> Vec<u32> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(log: &[u32]) -> usize {
    let mut seen = HashSet::new();
    for &buoy in log {
        seen.insert(buoy);
    }
    seen.len()
}

fn write(different: &usize) -> String {
    format!("{}\n", different)
}

fn main() {
    serve(read, solve, write);
}
