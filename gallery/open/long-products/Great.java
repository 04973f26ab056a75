static List<Integer> product(int[] a, int[] b) {
    StringBuilder x = new StringBuilder(), y = new StringBuilder();
    for (int d : a) x.append(d);
    for (int d : b) y.append(d);
    String digits = new java.math.BigInteger(x.reverse().toString()).multiply(new java.math.BigInteger(y.reverse().toString())).toString();
    List<Integer> out = new ArrayList<>();
    for (int i = digits.length() - 1; i >= 0; i--) out.add(digits.charAt(i) - '0');
    return out;
}
