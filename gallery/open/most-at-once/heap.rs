use std::cmp::Reverse;
use std::collections::BinaryHeap;

fn most(visits: Vec<(i64, i64)>) -> usize {
    let mut visits = visits;
    visits.sort_by_key(|v| v.0);
    let mut ends = BinaryHeap::new();
    let mut best = 0;
    for (a, b) in visits {
        while let Some(&Reverse(end)) = ends.peek() {
            if end >= a {
                break;
            }
            ends.pop();
        }
        ends.push(Reverse(b));
        best = best.max(ends.len());
    }
    best
}
