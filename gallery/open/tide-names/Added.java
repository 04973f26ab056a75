import java.util.StringTokenizer;

class Added {
    static String[] read(String text) {
        StringTokenizer words = new StringTokenizer(text);
        String[] names = new String[Integer.parseInt(words.nextToken())];
        for (int i = 0; i < names.length; ++i)
            names[i] = words.nextToken();
        return names;
    }

    static String solve(String[] names) {
        String all = "";
        for (String name : names)
            all += name;
        return all.length() + " " + all.charAt(all.length() / 2);
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Added::read, Added::solve, String::valueOf);
    }
}
