static int within(String whole, String part) {
    while (!part.isEmpty()) {
        int at = whole.indexOf(part.charAt(0));
        if (at < 0) return 0;
        whole = whole.substring(at + 1);
        part = part.substring(1);
    }
    return 1;
}
