static int shapes(int n) {
    java.math.BigInteger ways = java.math.BigInteger.ONE;
    for (int i = 1; i <= n; i++)
        ways = ways.multiply(java.math.BigInteger.valueOf(4L * i - 2)).divide(java.math.BigInteger.valueOf(i + 1L));
    return ways.mod(java.math.BigInteger.valueOf(1000000007)).intValue();
}
