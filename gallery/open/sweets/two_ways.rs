fn fewest(ranks: &[i64]) -> i64 {
    let n = ranks.len();
    let mut given = vec![1i64; n];
    for i in 1..n {
        if ranks[i] > ranks[i - 1] {
            given[i] = given[i - 1] + 1;
        }
    }
    for i in (0..n - 1).rev() {
        if ranks[i] > ranks[i + 1] {
            given[i] = given[i].max(given[i + 1] + 1);
        }
    }
    given.iter().sum()
}
