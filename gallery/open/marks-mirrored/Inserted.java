class Inserted {
    static String mirrored(String signal) {
        StringBuilder out = new StringBuilder();
        for (int i = 0; i < signal.length(); i++)
            out.insert(0, signal.charAt(i));
        return out.toString();
    }
}
