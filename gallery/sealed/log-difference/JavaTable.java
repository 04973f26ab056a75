class JavaTable {
    static String[] read(String text) {
        String[] words = text.trim().split("\\s+");
        return new String[] {words[2], words[3]};
    }

    static long solve(String[] two) {
        String a = two[0], b = two[1];
        int[][] table = new int[a.length() + 1][b.length() + 1];
        for (int i = 0; i <= a.length(); ++i)
            for (int j = 0; j <= b.length(); ++j)
                if (i == 0 || j == 0)
                    table[i][j] = i + j;
                else
                    table[i][j] = Math.min(Math.min(table[i - 1][j], table[i][j - 1]) + 1,
                            table[i - 1][j - 1] + (a.charAt(i - 1) == b.charAt(j - 1) ? 0 : 1));
        return table[a.length()][b.length()];
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(JavaTable::read, JavaTable::solve, String::valueOf);
    }
}
