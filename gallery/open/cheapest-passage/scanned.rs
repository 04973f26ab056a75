fn cheapest(quays: i64, passages: &Vec<Vec<i64>>) -> i64 {
    let n = quays as usize;
    let mut best = vec![-1i64; n];
    best[0] = 0;
    loop {
        let mut changed = false;
        for p in passages {
            let (a, b) = (p[0] as usize, p[1] as usize);
            if best[a] >= 0 && (best[b] < 0 || best[a] + p[2] < best[b]) {
                best[b] = best[a] + p[2];
                changed = true;
            }
        }
        if !changed { break; }
    }
    best.iter().filter(|&&x| x > 0).sum()
}
