class Blocks {
    static long asked(int[] levels, int[][] orders) {
        int n = levels.length, b = Math.max(1, (int) Math.sqrt(n));
        long[] blocks = new long[n / b + 1];
        int[] now = levels.clone();
        for (int i = 0; i < n; i++) blocks[i / b] += now[i];
        long sum = 0;
        for (int[] order : orders) {
            int at = order[1];
            if (order[0] == 0) {
                now[at] += order[2];
                blocks[at / b] += order[2];
            } else {
                for (int k = 0; k < at / b; k++) sum += blocks[k];
                for (int i = at / b * b; i < at; i++) sum += now[i];
                sum += order[2];
            }
        }
        return sum;
    }
}
