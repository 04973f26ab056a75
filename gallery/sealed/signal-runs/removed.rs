use iron_stopwatch::serve;

fn read(text: &str) -> String {
    text.split_whitespace().nth(1).unwrap().to_string()
}

fn solve(text: &str) -> i64 {
    let mut left: Vec<u8> = text.bytes().collect();
    let mut told = 0i64;
    while !left.is_empty() {
        let letter = left[0];
        let mut run = 0;
        while !left.is_empty() && left[0] == letter {
            left.remove(0);
            run += 1;
        }
        told += 1 + run.to_string().len() as i64;
    }
    told
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
