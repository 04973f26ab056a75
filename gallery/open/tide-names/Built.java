import java.util.StringTokenizer;

class Built {
    static String[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        String[] names = new String[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < names.length; ++i)
            names[i] = words.nextToken();
        return names;
    }

    static String solve(String[] names) {
        StringBuilder all = new StringBuilder();
        for (String name : names)
            all.append(name);
        return all.length() + " " + all.charAt(all.length() / 2);
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Built::read, Built::solve, String::valueOf);
    }
}
