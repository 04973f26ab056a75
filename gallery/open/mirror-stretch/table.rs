pub fn longest(flags: String) -> usize {
    let f: Vec<char> = flags.chars().collect();
    let n = f.len();
    let mut same = vec![vec![false; n]; n];
    let mut best = 0;
    for i in (0..n).rev() {
        for j in i..n {
            if f[i] == f[j] && (j - i < 2 || same[i + 1][j - 1]) {
                same[i][j] = true;
                best = best.max(j - i + 1);
            }
        }
    }
    best
}
