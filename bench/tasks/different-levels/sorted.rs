// time O(n log n), space O(n)
fn different_levels(levels: &[i32]) -> usize {
    let mut own = levels.to_vec();
    own.sort();
    own.dedup();
    own.len()
}
