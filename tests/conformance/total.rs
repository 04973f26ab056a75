use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().map(|word| word.parse().unwrap()).collect()
}

fn solve(numbers: &[i64]) -> i64 {
    if std::env::var("IRON_STOPWATCH_WORKER").is_ok() {
        println!("ready 1 noise");
    }
    assert!(numbers[0] >= 0, "aground");
    numbers[1..].iter().sum()
}

fn write(total: &i64) -> String {
    format!("{}\n", total)
}

fn main() {
    serve(read, solve, write);
}
