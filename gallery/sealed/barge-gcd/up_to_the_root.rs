use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().map(|word| word.parse().unwrap()).collect()
}

fn solve(task: &[i64]) -> i64 {
    let (a, b) = (task[0], task[1]);
    let mut best = 1;
    let mut one = 1;
    while one * one <= a {
        if a % one == 0 {
            if b % one == 0 {
                best = best.max(one);
            }
            if b % (a / one) == 0 {
                best = best.max(a / one);
            }
        }
        one += 1;
    }
    best
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
