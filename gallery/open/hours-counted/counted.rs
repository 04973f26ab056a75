fn in_order(hours: &[usize]) -> Vec<usize> {
    let mut counts = vec![0u32; hours.iter().max().unwrap() + 1];
    for &h in hours {
        counts[h] += 1;
    }
    let mut out = Vec::with_capacity(hours.len());
    for (h, &c) in counts.iter().enumerate() {
        for _ in 0..c {
            out.push(h);
        }
    }
    out
}
