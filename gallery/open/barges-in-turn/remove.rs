use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let mut queue: Vec<i64> = text.split_whitespace().skip(1).map(|word| word.parse().unwrap()).collect();
    let (mut place, mut total) = (0i64, 0i64);
    while !queue.is_empty() {
        let length = queue.remove(0);
        place += 1;
        if length % 2 == 0 {
            total += place;
        }
    }
    println!("{}", total);
}
