fn place(full: u32, columns: u32, left: u32, right: u32) -> u64 {
    if columns == full {
        return 1;
    }
    let mut free = full & !(columns | left | right);
    let mut ways = 0;
    while free != 0 {
        let bit = free & free.wrapping_neg();
        free ^= bit;
        ways += place(full, columns | bit, (left | bit) << 1, (right | bit) >> 1);
    }
    ways
}

fn ways(n: u32) -> u64 {
    place((1 << n) - 1, 0, 0, 0)
}
