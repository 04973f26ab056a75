class Dividers {
    public int lit(int lamps) {
        int count = 0;
        for (int lamp = 1; lamp <= lamps; lamp++) {
            int switched = 0;
            for (int d = 1; d * d <= lamp; d++)
                if (lamp % d == 0) switched += d * d == lamp ? 1 : 2;
            if (switched % 2 == 1) count++;
        }
        return count;
    }
}
