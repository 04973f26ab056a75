fn sums(levels: &[i64], first: &[i64], last: &[i64]) -> Vec<i64> {
    first
        .iter()
        .zip(last)
        .map(|(&a, &b)| levels[a.min(b) as usize..=a.max(b) as usize].iter().sum())
        .collect()
}
