import java.util.*;

class Deep {
    static List<Integer> turned(List<Integer> chain, int k) {
        if (chain.size() < k) return chain;
        List<Integer> out = new ArrayList<>(chain.subList(0, k));
        Collections.reverse(out);
        out.addAll(turned(new ArrayList<>(chain.subList(k, chain.size())), k));
        return out;
    }
}
