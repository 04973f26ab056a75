/* O(n) time */
int lock_power(int n) {
    long power = 1;
    for (int i = 0; i < n; i++)
        power = power * 3 % 1000007;
    return (int)power;
}
