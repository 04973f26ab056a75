use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().map(|word| word.parse().unwrap()).collect()
}

fn cells(n: usize, seed: i64) -> Vec<Vec<i64>> {
    let mut now = seed;
    let mut rows = Vec::new();
    for _ in 0..n {
        let mut row = Vec::with_capacity(n);
        for _ in 0..n {
            now = (now * 1103515245 + 12345) % 2147483648;
            row.push(now % 100);
        }
        rows.push(row);
    }
    rows
}

fn solve(task: &[i64]) -> i64 {
    let n = task[0] as usize;
    let (a, b) = (cells(n, task[1]), cells(n, task[2]));
    let mut trace = 0;
    for i in 0..n {
        for k in 0..n {
            trace += a[i][k] * b[k][i];
        }
    }
    trace
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
