use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().map(|word| word.parse().unwrap()).collect()
}

fn solve(task: &[i64]) -> i64 {
    let p = 1_000_000_007i64;
    let step = (task[0] as f64).sqrt() as i64 + 1;
    let mut large = 1i64;
    for _ in 0..step {
        large = large * task[1] % p;
    }
    let mut all = 1i64;
    for _ in 0..task[0] / step {
        all = all * large % p;
    }
    for _ in 0..task[0] % step {
        all = all * task[1] % p;
    }
    all
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
