fn hops(stones: &[i64]) -> i64 {
    let (mut count, mut end, mut far) = (0, 0usize, 0usize);
    let mut i = 0;
    while end + 1 < stones.len() {
        while i <= end {
            far = far.max(i + stones[i] as usize);
            i += 1;
        }
        if far == end {
            return -1;
        }
        end = far;
        count += 1;
    }
    count
}
