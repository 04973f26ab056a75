use std::io::Read;

fn main() {
    let mut text = String::new();
    std::io::stdin().read_to_string(&mut text).unwrap();
    let words: Vec<&str> = text.split_whitespace().skip(1).collect();
    let mut backwards = String::new();
    for word in words.iter().rev() {
        backwards.push_str(word);
        backwards.push(' ');
    }
    match backwards.rfind('7') {
        Some(at) => println!("{}", at),
        None => println!("-1"),
    }
}
