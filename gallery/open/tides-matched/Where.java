import java.util.*;

class Where {
    static long triples(int[] tides, int d) {
        Map<Integer, List<Integer>> where = new HashMap<>();
        for (int i = 0; i < tides.length; i++) where.computeIfAbsent(tides[i], t -> new ArrayList<>()).add(i);
        long count = 0;
        for (int j = 0; j < tides.length; j++) {
            List<Integer> low = where.getOrDefault(tides[j] - d, List.of()), high = where.getOrDefault(tides[j] + d, List.of());
            int before = 0, after = 0;
            for (int i : low) if (i < j) before++;
            for (int k : high) if (k > j) after++;
            count += (long) before * after;
        }
        return count;
    }
}
