static String packed(String signal) {
    String out = "";
    int i = 0;
    while (i < signal.length()) {
        int j = i;
        while (j < signal.length() && signal.charAt(j) == signal.charAt(i)) j++;
        out += (j - i) + "" + signal.charAt(i);
        i = j;
    }
    return out;
}
