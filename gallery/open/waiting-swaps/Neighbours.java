class Neighbours {
    public long swaps(int[] barges) {
        long count = 0;
        boolean moved = true;
        while (moved) {
            moved = false;
            for (int i = 0; i + 1 < barges.length; i++)
                if (barges[i] > barges[i + 1]) {
                    int held = barges[i];
                    barges[i] = barges[i + 1];
                    barges[i + 1] = held;
                    count++;
                    moved = true;
                }
        }
        return count;
    }
}
