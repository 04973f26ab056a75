fn build(low: &mut Vec<i64>, tides: &[i64], node: usize, from: usize, to: usize) {
    if to - from == 1 {
        low[node] = tides[from];
        return;
    }
    let mid = (from + to) / 2;
    build(low, tides, 2 * node, from, mid);
    build(low, tides, 2 * node + 1, mid, to);
    low[node] = low[2 * node].min(low[2 * node + 1]);
}

fn ask(low: &[i64], node: usize, from: usize, to: usize, a: usize, b: usize) -> i64 {
    if b <= from || to <= a {
        return i64::MAX;
    }
    if a <= from && to <= b {
        return low[node];
    }
    let mid = (from + to) / 2;
    ask(low, 2 * node, from, mid, a, b).min(ask(low, 2 * node + 1, mid, to, a, b))
}

fn lowest(tides: &[i64], asked: &[(i64, i64)]) -> i64 {
    let n = tides.len();
    let mut low = vec![0; 4 * n];
    build(&mut low, tides, 1, 0, n);
    asked.iter().map(|&(a, b)| ask(&low, 1, 0, n, a.min(b) as usize, a.max(b) as usize + 1)).sum()
}
