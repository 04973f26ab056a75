use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect()
}

fn solve(levels: &[i64]) -> i64 {
    let mut order: Vec<i64> = levels.to_vec();
    order.sort();
    order.dedup();
    let mut tree = vec![0i64; order.len() + 1];
    let mut pairs = 0;
    for i in 0..levels.len() {
        let mut at = order.binary_search(&levels[i]).unwrap() + 1;
        pairs += i as i64;
        let mut down = at;
        while down > 0 {
            pairs -= tree[down];
            down &= down - 1;
        }
        while at < tree.len() {
            tree[at] += 1;
            at += at & (!at + 1);
        }
    }
    pairs
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
