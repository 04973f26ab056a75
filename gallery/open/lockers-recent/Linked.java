import java.util.*;

class Linked {
    static int fetched(int[] asked, int k) {
        LinkedHashMap<Integer, Boolean> open = new LinkedHashMap<>(16, 0.75f, true) {
            @Override
            protected boolean removeEldestEntry(Map.Entry<Integer, Boolean> eldest) {
                return size() > k;
            }
        };
        int count = 0;
        for (int locker : asked)
            if (open.get(locker) == null) {
                count++;
                open.put(locker, true);
            }
        return count;
    }
}
