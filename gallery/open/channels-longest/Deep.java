import java.util.*;

class Deep {
    private int best = 0;
    private List<List<Integer>> near = new ArrayList<>();

    private int depth(int at, int from) {
        int most = 0;
        for (int b : near.get(at))
            if (b != from) {
                int d = 1 + depth(b, at);
                best = Math.max(best, most + d);
                most = Math.max(most, d);
            }
        return most;
    }

    public int longest(int[] channels) {
        near.add(new ArrayList<>());
        for (int i = 0; i < channels.length; i++) {
            near.add(new ArrayList<>());
            near.get(i + 1).add(channels[i] % (i + 1));
            near.get(channels[i] % (i + 1)).add(i + 1);
        }
        depth(0, -1);
        return best;
    }
}
