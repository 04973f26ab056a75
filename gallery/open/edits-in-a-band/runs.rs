fn edits(sent: &str, heard: &str, most: i64) -> i64 {
    let a = sent.as_bytes();
    let b = heard.as_bytes();
    let (n, m, k) = (a.len() as i64, b.len() as i64, most);
    let wide = (2 * k + 3) as usize;
    let mut reach = vec![-1i64; wide];
    for e in 0..=k {
        let mut next = vec![-1i64; wide];
        for d in -e..=e {
            let at = (d + k + 1) as usize;
            let mut i = if e == 0 { 0 } else { (reach[at] + 1).max(reach[at - 1]).max(reach[at + 1] + 1) };
            if i < 0 || i > n {
                continue;
            }
            while i < n && i + d < m && i + d >= 0 && a[i as usize] == b[(i + d) as usize] {
                i += 1;
            }
            next[at] = i;
            if d == m - n && i >= n {
                return e;
            }
        }
        reach = next;
    }
    most + 1
}
