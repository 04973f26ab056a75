impl Solution {
    // O(n) time, O(n) space for the letters
    pub fn is_ebb_word(s: String) -> bool {
        let letters: Vec<char> = s.chars().collect();
        let (mut i, mut j) = (0, letters.len().saturating_sub(1));
        while i < j {
            if letters[i] != letters[j] {
                return false;
            }
            i += 1;
            j -= 1;
        }
        true
    }
}
