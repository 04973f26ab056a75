use std::io::Read;

fn solve(n: usize) -> u64 {
    let a: Vec<u64> = (0..n * n).map(|at| ((7 * (at / n) + 11 * (at % n)) % 101) as u64).collect();
    let mut sum = 0;
    for i in 0..n {
        for j in 0..n {
            let mut entry = 0;
            for k in 0..n {
                entry += a[i * n + k] * a[k * n + j];
            }
            sum = (sum + entry) % 1_000_003;
        }
    }
    sum
}

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    println!("{}", solve(text.trim().parse().unwrap()));
}
