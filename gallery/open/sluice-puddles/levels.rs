pub fn puddles(planks: Vec<i64>) -> i64 {
    let mut high: Vec<i64> = Vec::new();
    let mut best = 0;
    for &p in &planks {
        if p > best { best = p; }
        high.push(best);
    }
    let mut total = 0;
    let mut right = 0;
    for i in (0..planks.len()).rev() {
        if planks[i] > right { right = planks[i]; }
        let level = if high[i] < right { high[i] } else { right };
        total += level - planks[i];
    }
    total
}
