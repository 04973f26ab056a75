fn on(far: &Vec<Vec<i64>>, kept: &mut Vec<i64>, set: usize, at: usize) -> i64 {
    let n = far.len();
    if set == (1 << n) - 1 {
        return far[at][0];
    }
    if kept[set * n + at] >= 0 {
        return kept[set * n + at];
    }
    let mut least = i64::MAX;
    for to in 0..n {
        if set >> to & 1 == 0 {
            least = least.min(far[at][to] + on(far, kept, set | 1 << to, to));
        }
    }
    kept[set * n + at] = least;
    least
}

fn tour(far: Vec<Vec<i64>>) -> i64 {
    let n = far.len();
    let mut kept = vec![-1; n << n];
    on(&far, &mut kept, 1, 0)
}
