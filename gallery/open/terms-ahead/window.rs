fn level(n: i64, k: i64) -> i64 {
    let (n, k) = (n as usize, k as usize);
    let mut last = vec![1i64; k];
    let mut sum = k as i64;
    for i in k..=n.max(k) {
        let next = sum % 1009;
        sum += next - last[i % k];
        last[i % k] = next;
    }
    last[n % k]
}
