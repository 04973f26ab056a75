import java.util.ArrayList;
import java.util.List;

class Front {
    static List<Integer> read(String text) {
        List<Integer> lengths = new ArrayList<>();
        for (String word : text.trim().split("\\s+"))
            lengths.add(Integer.valueOf(word));
        return lengths.subList(1, lengths.size());
    }

    static long solve(List<Integer> lengths) {
        List<Integer> queue = new ArrayList<>(lengths);
        long place = 0, total = 0;
        while (!queue.isEmpty()) {
            int length = queue.remove(0);
            ++place;
            if (length % 2 == 0)
                total += place;
        }
        return total;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Front::read, Front::solve, String::valueOf);
    }
}
