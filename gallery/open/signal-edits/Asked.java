class Asked {
    private int[][] known;
    public int edits(String sent, String heard) {
        known = new int[sent.length() + 1][heard.length() + 1];
        for (int i = sent.length(); i >= 0; i--)
            for (int j = heard.length(); j >= 0; j--)
                known[i][j] = at(sent, heard, i, j);
        return known[0][0];
    }
    private int at(String a, String b, int i, int j) {
        if (i == a.length()) return b.length() - j;
        if (j == b.length()) return a.length() - i;
        if (a.charAt(i) == b.charAt(j)) return known[i + 1][j + 1];
        return 1 + Math.min(known[i + 1][j + 1], Math.min(known[i + 1][j], known[i][j + 1]));
    }
}
