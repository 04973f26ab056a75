fn in_order(hours: Vec<i64>) -> Vec<i64> {
    if hours.len() < 2 {
        return hours;
    }
    let first = hours[0];
    let (low, high): (Vec<i64>, Vec<i64>) = hours[1..].iter().partition(|&&h| h < first);
    let mut out = in_order(low);
    out.push(first);
    out.extend(in_order(high));
    out
}
