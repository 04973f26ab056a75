int edits(String sent, String heard, int most) {
    int n = sent.length(), m = heard.length();
    int[][] least = new int[n + 1][m + 1];
    for (int i = 0; i <= n; i++)
        for (int j = 0; j <= m; j++)
            if (i == 0 || j == 0) least[i][j] = i + j;
            else least[i][j] = Math.min(Math.min(least[i - 1][j], least[i][j - 1]) + 1,
                                        least[i - 1][j - 1] + (sent.charAt(i - 1) == heard.charAt(j - 1) ? 0 : 1));
    return Math.min(least[n][m], most + 1);
}
