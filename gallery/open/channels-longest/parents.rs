fn longest(channels: &[i32]) -> i32 {
    let n = channels.len() + 1;
    let mut up = vec![0usize; n];
    for (i, &c) in channels.iter().enumerate() {
        up[i + 1] = c as usize % (i + 1);
    }
    let mut best = 0;
    let mut deepest = vec![0i32; n];
    for leaf in (1..n).rev() {
        let mut at = leaf;
        let mut d = 0;
        while at != 0 {
            at = up[at];
            d += 1;
            deepest[at] = deepest[at].max(d);
        }
    }
    let mut most = vec![0i32; n];
    for at in (1..n).rev() {
        let p = up[at];
        best = best.max(most[p] + deepest[at] + 1);
        most[p] = most[p].max(deepest[at] + 1);
    }
    best
}
