import java.util.Arrays;

class Sorted {
    static int[] read(String text) {
        String[] words = text.trim().split("\\s+");
        int[] all = new int[words.length - 1]; // k, then the levels
        for (int i = 1; i < words.length; ++i)
            all[i - 1] = Integer.parseInt(words[i]);
        return all;
    }

    static long solve(int[] all) {
        int[] own = Arrays.copyOfRange(all, 1, all.length);
        Arrays.sort(own);
        return own[own.length - all[0]];
    }

    public static void main(String[] arguments) {
        IronStopwatch.serve(Sorted::read, Sorted::solve, String::valueOf);
    }
}
