import java.util.*;

class States {
    static int parts(String signal) {
        int n = signal.length();
        int[][] next = new int[2 * n + 1][26];
        int[] link = new int[2 * n + 1], len = new int[2 * n + 1];
        link[0] = -1;
        int size = 1, last = 0;
        for (char c : signal.toCharArray()) {
            int at = size++;
            len[at] = len[last] + 1;
            int p = last;
            while (p != -1 && next[p][c - 'a'] == 0) {
                next[p][c - 'a'] = at;
                p = link[p];
            }
            if (p != -1) {
                int q = next[p][c - 'a'];
                if (len[p] + 1 == len[q]) link[at] = q;
                else {
                    int copy = size++;
                    len[copy] = len[p] + 1;
                    next[copy] = next[q].clone();
                    link[copy] = link[q];
                    while (p != -1 && next[p][c - 'a'] == q) {
                        next[p][c - 'a'] = copy;
                        p = link[p];
                    }
                    link[q] = link[at] = copy;
                }
            }
            last = at;
        }
        int count = 0;
        for (int i = 1; i < size; i++) count += len[i] - len[link[i]];
        return count;
    }
}
