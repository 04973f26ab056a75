fn ways(weights: &[usize], t: usize) -> u64 {
    let mut made = vec![vec![0u64; t + 1]; weights.len() + 1];
    made[0][0] = 1;
    for (i, &w) in weights.iter().enumerate() {
        for s in 0..=t {
            made[i + 1][s] = made[i][s] + if s >= w { made[i][s - w] } else { 0 };
            made[i + 1][s] %= 1000007;
        }
    }
    made[weights.len()][t]
}
