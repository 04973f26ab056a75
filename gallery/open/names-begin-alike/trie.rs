fn longest(names: Vec<String>) -> usize {
    let mut next: Vec<[u32; 26]> = vec![[0; 26]];
    let mut best = 0;
    for name in &names {
        let mut at = 0;
        let mut depth = 0;
        let mut old = true;
        for b in name.bytes() {
            let c = (b - b'a') as usize;
            if next[at][c] == 0 {
                next[at][c] = next.len() as u32;
                next.push([0; 26]);
                old = false;
            }
            at = next[at][c] as usize;
            if old {
                depth += 1;
            }
        }
        best = best.max(depth);
    }
    best
}
