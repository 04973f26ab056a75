use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(all: &[i64]) -> i64 {
    let k = all[0] as usize;
    let levels = &all[1..];
    let mut total = 0;
    for i in 0..k {
        let depth = levels[i * 7919 % levels.len()] + 1;
        total += levels.iter().filter(|&&one| one < depth).count() as i64;
    }
    total
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
