use std::collections::BTreeSet;

fn level(low: &mut BTreeSet<(i64, usize)>, high: &mut BTreeSet<(i64, usize)>, want: usize) {
    while low.len() > want {
        let one = low.pop_last().unwrap();
        high.insert(one);
    }
    while low.len() < want {
        let one = high.pop_first().unwrap();
        low.insert(one);
    }
}

fn middles(levels: Vec<i64>, k: usize) -> i64 {
    let mut low = BTreeSet::new();
    let mut high = BTreeSet::new();
    let mut total = 0;
    for i in 0..levels.len() {
        if i >= k {
            let old = (levels[i - k], i - k);
            if !low.remove(&old) {
                high.remove(&old);
            }
        }
        let one = (levels[i], i);
        if high.first().map_or(true, |first| one < *first) {
            low.insert(one);
        } else {
            high.insert(one);
        }
        if i + 1 >= k {
            level(&mut low, &mut high, k / 2 + 1);
            total += low.last().unwrap().0;
        }
    }
    total
}
