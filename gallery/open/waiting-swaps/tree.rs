pub fn swaps(barges: Vec<i32>) -> i64 {
    let mut order = barges.clone();
    order.sort_unstable();
    order.dedup();
    let mut tree = vec![0i64; order.len() + 1];
    let mut total = 0i64;
    for (seen, b) in barges.iter().enumerate() {
        let mut at = order.binary_search(b).unwrap() + 1;
        let mut below = 0;
        let mut i = at;
        while i > 0 {
            below += tree[i];
            i &= i - 1;
        }
        total += seen as i64 - below;
        while at < tree.len() {
            tree[at] += 1;
            at += at & (!at + 1);
        }
    }
    total
}
