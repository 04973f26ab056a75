fn turned(chain: &[i64], k: usize) -> Vec<i64> {
    let whole = chain.len() - chain.len() % k;
    (0..chain.len()).map(|i| if i < whole { chain[i - i % k + k - 1 - i % k] } else { chain[i] }).collect()
}
