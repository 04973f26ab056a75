use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn depth(at: usize, below: &[Vec<usize>]) -> i64 {
    let mut most = 0;
    for &next in &below[at] {
        most = most.max(depth(next, below));
    }
    most + 1
}

fn solve(above: &[i64]) -> i64 {
    let mut below = vec![Vec::new(); above.len() + 1];
    for i in 0..above.len() {
        below[above[i] as usize].push(i + 1);
    }
    depth(0, &below) - 1
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
