use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().map(|word| word.parse().unwrap()).collect()
}

fn solve(task: &[i64]) -> i64 {
    let mut posts: Vec<(i64, i64)> = task[2..]
        .iter()
        .map(|&x| (x, if task[0] == 1 { x * x } else { x * 7919 % 100003 }))
        .collect();
    posts.sort();
    let mut corners = 0;
    for _ in 0..2 {
        let mut rope: Vec<(i64, i64)> = Vec::new();
        for &(x, y) in &posts {
            while rope.len() >= 2 {
                let (a, b) = (rope[rope.len() - 2], rope[rope.len() - 1]);
                if (b.0 - a.0) * (y - a.1) - (b.1 - a.1) * (x - a.0) > 0 {
                    break;
                }
                rope.pop();
            }
            rope.push((x, y));
        }
        corners += rope.len() as i64 - 1;
        posts.reverse();
    }
    corners
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
