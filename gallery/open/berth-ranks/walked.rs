fn ranks(draughts: &[i64], _v: i64) -> Vec<i64> {
    let mut out = Vec::with_capacity(draughts.len());
    for i in 0..draughts.len() {
        out.push(draughts[..i].iter().filter(|&&d| d < draughts[i]).count() as i64);
    }
    out
}
