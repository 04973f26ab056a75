fn shallowest(depths: &[i32], asked: &[Vec<i32>]) -> i64 {
    let n = depths.len();
    let mut width = 1;
    while width * width < n {
        width += 1;
    }
    let lows: Vec<i32> = depths.chunks(width).map(|c| *c.iter().min().unwrap()).collect();
    let mut sum = 0i64;
    for q in asked {
        let (mut a, b) = (q[0] as usize, q[1] as usize);
        let mut best = i32::MAX;
        while a <= b {
            if a % width == 0 && a + width - 1 <= b {
                best = best.min(lows[a / width]);
                a += width;
            } else {
                best = best.min(depths[a]);
                a += 1;
            }
        }
        sum += best as i64;
    }
    sum
}
