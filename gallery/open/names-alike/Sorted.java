class Sorted {
    public int groups(List<String> names) {
        Set<String> seen = new HashSet<>();
        for (String name : names) {
            char[] letters = name.toCharArray();
            Arrays.sort(letters);
            seen.add(new String(letters));
        }
        return seen.size();
    }
}
