fn packed(signal: &str) -> String {
    let letters: Vec<char> = signal.chars().collect();
    let mut out = String::new();
    let mut start = 0;
    for i in 1..=letters.len() {
        if i == letters.len() || letters[i] != letters[start] {
            out += &(i - start).to_string();
            out.push(letters[start]);
            start = i;
        }
    }
    out
}
