pub fn coiled(knots: &mut Vec<i64>) -> Vec<i64> {
    let n = knots.len();
    for i in 0..n / 2 {
        knots.swap(i, n - 1 - i);
    }
    knots.to_vec()
}
