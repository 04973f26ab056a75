import java.util.*;

class Counted {
    static long sentBack(int[] tickets) {
        int n = tickets.length;
        Integer[] order = new Integer[n];
        for (int i = 0; i < n; i++) order[i] = i;
        Arrays.sort(order, (a, b) -> tickets[a] != tickets[b] ? Integer.compare(tickets[a], tickets[b]) : Integer.compare(a, b));
        int[] sum = new int[n + 1];
        for (int i = 1; i <= n; i++) sum[i] = i & -i;
        long count = 0;
        int at = 0;
        for (int i = 0; i < n; ) {
            int j = i;
            while (j < n && tickets[order[j]] == tickets[order[i]]) j++;
            for (int k = i; k < j; k++) {
                int next = order[k];
                for (int m = i; m < j; m++) if (order[m] >= at) { next = order[m]; break; }
                long between = next >= at ? upTo(sum, next) - upTo(sum, at) : upTo(sum, n) - upTo(sum, at) + upTo(sum, next);
                count += between;
                for (int p = next + 1; p <= n; p += p & -p) sum[p]--;
                at = next;
            }
            i = j;
        }
        return count;
    }

    static int upTo(int[] sum, int i) {
        int s = 0;
        for (; i > 0; i -= i & -i) s += sum[i];
        return s;
    }
}
