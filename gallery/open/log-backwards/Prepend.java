class Prepend {
    static String[] read(String text) {
        String[] words = text.trim().split("\\s+");
        return java.util.Arrays.copyOfRange(words, 1, words.length);
    }

    static int solve(String[] words) {
        StringBuilder text = new StringBuilder();
        for (String word : words)
            text.insert(0, word + " ");
        return text.lastIndexOf("7");
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Prepend::read, Prepend::solve, String::valueOf);
    }
}
