use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(all: &[i64]) -> i64 {
    let k = all[0] as usize;
    let mut first: Vec<i64> = Vec::new();
    for &one in &all[1..] {
        if first.len() < k || one < first[first.len() - 1] {
            let at = first.partition_point(|&other| other <= one);
            first.insert(at, one);
            first.truncate(k);
        }
    }
    first.iter().sum()
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
