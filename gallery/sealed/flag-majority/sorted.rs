use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(flags: &[i64]) -> i64 {
    let mut own = flags.to_vec();
    own.sort();
    let middle = own[own.len() / 2];
    let count = own.iter().filter(|&&one| one == middle).count();
    if 2 * count > own.len() {
        middle
    } else {
        -1
    }
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
