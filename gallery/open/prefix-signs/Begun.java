import java.util.HashMap;
import java.util.Map;
import java.util.StringTokenizer;

class Begun {
    static String[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        String[] signs = new String[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < signs.length; ++i)
            signs[i] = words.nextToken();
        return signs;
    }

    static int solve(String[] signs) {
        Map<String, Integer> begun = new HashMap<>();
        for (String sign : signs)
            for (int length = 1; length <= sign.length(); ++length)
                begun.merge(sign.substring(0, length), 1, Integer::sum);
        int count = 0;
        for (String sign : signs)
            count += begun.get(sign) > 1 ? 1 : 0;
        return count;
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Begun::read, Begun::solve, String::valueOf);
    }
}
