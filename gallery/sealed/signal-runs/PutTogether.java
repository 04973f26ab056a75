class PutTogether {
    static String read(String text) {
        return text.trim().split("\\s+")[1];
    }

    static long solve(String text) {
        String told = "";
        int run = 0;
        for (int i = 0; i < text.length(); ++i) {
            ++run;
            if (i + 1 == text.length() || text.charAt(i + 1) != text.charAt(i)) {
                told += text.charAt(i) + "" + run;
                run = 0;
            }
        }
        return told.length();
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(PutTogether::read, PutTogether::solve, String::valueOf);
    }
}
