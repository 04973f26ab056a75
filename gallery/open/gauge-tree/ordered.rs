use std::collections::BTreeMap;
use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let mut depth: BTreeMap<i64, usize> = BTreeMap::new();
    let mut deepest = 0;
    for word in text.split_whitespace().skip(1) {
        let key: i64 = word.parse().unwrap();
        let below = depth.range(..key).next_back().map_or(0, |e| *e.1);
        let above = depth.range(key..).next().map_or(0, |e| *e.1);
        let mine = below.max(above) + 1;
        depth.insert(key, mine);
        deepest = deepest.max(mine);
    }
    println!("{}", deepest);
}
