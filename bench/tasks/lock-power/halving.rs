// O(log n) time, O(1) space
fn lock_power(n: u64) -> u64 {
    let (mut base, mut left, mut power) = (3u64, n, 1u64);
    while left > 0 {
        if left % 2 == 1 {
            power = power * base % 1_000_007;
        }
        base = base * base % 1_000_007;
        left /= 2;
    }
    power
}
