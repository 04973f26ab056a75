import java.util.ArrayList;
import java.util.List;

class Listed {
    static List<Integer> read(String text) {
        List<Integer> numbers = new ArrayList<>();
        for (String word : text.trim().split("\\s+"))
            numbers.add(Integer.valueOf(word));
        return numbers.subList(1, numbers.size());
    }

    static int solve(List<Integer> numbers) {
        List<Integer> seen = new ArrayList<>();
        for (Integer number : numbers)
            if (!seen.contains(number))
                seen.add(number);
        return seen.size();
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Listed::read, Listed::solve, String::valueOf);
    }
}
