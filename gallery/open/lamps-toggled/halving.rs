pub fn lit(lamps: i64) -> i64 {
    let (mut low, mut high) = (0i64, lamps + 1);
    while high - low > 1 {
        let middle = (low + high) / 2;
        if middle * middle <= lamps { low = middle; } else { high = middle; }
    }
    low
}
