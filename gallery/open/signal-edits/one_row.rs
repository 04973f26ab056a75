pub fn edits(sent: String, heard: String) -> i32 {
    let a = sent.as_bytes();
    let b = heard.as_bytes();
    let mut row: Vec<i32> = (0..=b.len() as i32).collect();
    for i in 0..a.len() {
        let mut corner = row[0];
        row[0] = i as i32 + 1;
        for j in 0..b.len() {
            let up = row[j + 1];
            let mut best = corner + if a[i] == b[j] { 0 } else { 1 };
            if up + 1 < best { best = up + 1; }
            if row[j] + 1 < best { best = row[j] + 1; }
            row[j + 1] = best;
            corner = up;
        }
    }
    row[b.len()]
}
