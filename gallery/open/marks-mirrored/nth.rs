fn mirrored(signal: &str) -> String {
    let n = signal.chars().count();
    (0..n).rev().map(|i| signal.chars().nth(i).unwrap()).collect()
}
