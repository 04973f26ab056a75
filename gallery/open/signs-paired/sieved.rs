fn pairs(n: i32) -> i64 {
    let n = n as usize;
    let mut divisors = vec![0u32; n + 1];
    for a in 1..=n {
        let mut at = a;
        while at <= n {
            divisors[at] += 1;
            at += a;
        }
    }
    divisors.iter().map(|&d| d as i64).sum()
}
