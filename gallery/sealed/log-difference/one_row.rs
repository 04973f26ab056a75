use iron_stopwatch::serve;

fn read(text: &str) -> Vec<String> {
    text.split_whitespace().skip(2).map(|word| word.to_string()).collect()
}

fn solve(two: &[String]) -> i64 {
    let (a, b) = (two[0].as_bytes(), two[1].as_bytes());
    let mut row: Vec<i64> = (0..=b.len() as i64).collect();
    for i in 0..a.len() {
        let mut corner = row[0];
        row[0] += 1;
        for j in 0..b.len() {
            let next = (row[j + 1] + 1).min(row[j] + 1).min(corner + (a[i] != b[j]) as i64);
            corner = row[j + 1];
            row[j + 1] = next;
        }
    }
    row[b.len()]
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
