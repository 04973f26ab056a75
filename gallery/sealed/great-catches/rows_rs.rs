use iron_stopwatch::serve;

fn read(text: &str) -> Vec<i64> {
    text.split_whitespace().map(|word| word.parse().unwrap()).collect()
}

fn solve(task: &[i64]) -> i64 {
    let mut digits: Vec<i64> = vec![1];
    for by in 2..=task[0] {
        let mut carry = 0;
        for digit in digits.iter_mut() {
            carry += *digit * by;
            *digit = carry % 10;
            carry /= 10;
        }
        while carry > 0 {
            digits.push(carry % 10);
            carry /= 10;
        }
    }
    digits.iter().sum()
}

fn main() {
    serve(read, solve, |answer: &i64| answer.to_string());
}
