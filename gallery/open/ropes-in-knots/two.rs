use std::io;

fn main() {
    let mut line = String::new();
    io::stdin().read_line(&mut line).unwrap();
    let n: u64 = line.trim().parse().unwrap();
    let (mut a, mut b) = (1u64, 1u64);
    for _ in 1..n {
        let next = (a + b + 1) % 1000000007;
        a = b;
        b = next;
    }
    println!("{}", b);
}
