fn triples(tides: Vec<i32>, d: i32) -> i64 {
    let n = tides.len();
    let mut sorted: Vec<(i32, usize)> = tides.iter().copied().zip(0..).collect();
    sorted.sort();
    let mut count = 0i64;
    for j in 0..n {
        let t = tides[j];
        let low = sorted.partition_point(|&p| p < (t - d, j)) - sorted.partition_point(|&p| p < (t - d, 0));
        let high = sorted.partition_point(|&p| p < (t + d + 1, 0)) - sorted.partition_point(|&p| p < (t + d, j));
        count += low as i64 * high as i64;
    }
    count
}
