fn ranked(signal: &str) -> i64 {
    let bytes = signal.as_bytes();
    let mut order: Vec<usize> = (0..bytes.len()).collect();
    order.sort_by(|&a, &b| bytes[a..].cmp(&bytes[b..]));
    order.iter().enumerate().map(|(rank, &at)| (rank * at) as i64).sum()
}
