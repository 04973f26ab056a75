use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().map(|word| word.parse().unwrap()).collect()
}

fn solve(task: &[i64]) -> i64 {
    let mut starts = Vec::new();
    let mut ends = Vec::new();
    for i in (1..task.len() - 1).step_by(2) {
        starts.push(task[i]);
        ends.push(task[i + 1]);
    }
    starts.sort_unstable();
    ends.sort_unstable();
    let (mut most, mut left) = (0i64, 0usize);
    for i in 0..starts.len() {
        while ends[left] <= starts[i] {
            left += 1;
        }
        most = most.max((i + 1 - left) as i64);
    }
    most
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
