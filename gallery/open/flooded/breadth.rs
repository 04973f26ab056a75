use std::collections::VecDeque;

fn flooded(chart: Vec<Vec<i64>>) -> usize {
    let (h, w) = (chart.len(), chart[0].len());
    let mut seen = vec![false; h * w];
    let mut front = VecDeque::new();
    if chart[0][0] <= 5 {
        seen[0] = true;
        front.push_back((0usize, 0usize));
    }
    let mut count = 0;
    while let Some((r, c)) = front.pop_front() {
        count += 1;
        let mut go = |r: usize, c: usize| {
            if r < h && c < w && chart[r][c] <= 5 && !seen[r * w + c] {
                seen[r * w + c] = true;
                front.push_back((r, c));
            }
        };
        go(r + 1, c);
        go(r.wrapping_sub(1), c);
        go(r, c + 1);
        go(r, c.wrapping_sub(1));
    }
    count
}
