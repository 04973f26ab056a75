use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let mut names: Vec<&str> = text.split_whitespace().skip(1).collect();
    names.sort();
    let mut runs: Vec<(i64, &str)> = Vec::new();
    for name in names {
        match runs.last_mut() {
            Some(run) if run.1 == name => run.0 -= 1,
            _ => runs.push((-1, name)),
        }
    }
    runs.sort();
    for (count, name) in runs.iter().take(3) {
        println!("{} {}", name, -count);
    }
}
