class Pairs {
    // O(n^2) time, O(1) space
    static int deepestFall(int[] levels) {
        int fall = 0;
        for (int i = 0; i < levels.length; i++)
            for (int j = i; j < levels.length; j++)
                fall = Math.max(fall, levels[i] - levels[j]);
        return fall;
    }
}
