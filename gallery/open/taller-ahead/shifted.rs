pub fn ahead(masts: Vec<i32>) -> Vec<i32> {
    let mut waiting: Vec<usize> = vec![];
    let mut out = vec![0; masts.len()];
    for i in 0..masts.len() {
        while !waiting.is_empty() && masts[waiting[0]] < masts[i] {
            let j = waiting.remove(0);
            out[j] = (i - j) as i32;
        }
        waiting.insert(0, i);
    }
    out
}
