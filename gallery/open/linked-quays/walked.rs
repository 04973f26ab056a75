use std::io::{self, BufRead};

fn main() {
    let stdin = io::stdin();
    let mut lines = stdin.lock().lines();
    let first = lines.next().unwrap().unwrap();
    let n: usize = first.split(' ').next().unwrap().parse().unwrap();
    let mut next: Vec<Vec<usize>> = vec![Vec::new(); n + 1];
    for line in lines {
        let line = line.unwrap();
        let pair: Vec<usize> = line.split_whitespace().map(|w| w.parse().unwrap()).collect();
        if pair.len() < 2 {
            continue;
        }
        next[pair[0]].push(pair[1]);
        next[pair[1]].push(pair[0]);
    }
    let mut seen = vec![false; n + 1];
    let mut groups = 0;
    for start in 1..=n {
        if seen[start] {
            continue;
        }
        groups += 1;
        let mut waiting = vec![start];
        seen[start] = true;
        while let Some(at) = waiting.pop() {
            for &to in &next[at] {
                if !seen[to] {
                    seen[to] = true;
                    waiting.push(to);
                }
            }
        }
    }
    println!("{}", groups);
}
