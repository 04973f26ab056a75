class Radii {
    int longest(String flags) {
        StringBuilder b = new StringBuilder("^");
        for (char c : flags.toCharArray()) b.append('#').append(c);
        String t = b.append("#$").toString();
        int[] radius = new int[t.length()];
        int centre = 0, right = 0, best = 0;
        for (int i = 1; i < t.length() - 1; i++) {
            if (i < right) radius[i] = Math.min(right - i, radius[2 * centre - i]);
            while (t.charAt(i + radius[i] + 1) == t.charAt(i - radius[i] - 1)) radius[i]++;
            if (i + radius[i] > right) {
                centre = i;
                right = i + radius[i];
            }
            best = Math.max(best, radius[i]);
        }
        return best;
    }
}
