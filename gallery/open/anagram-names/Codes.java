class Codes {
    public int groups(String[] names) {
        Set<String> codes = new HashSet<>();
        for (String name : names) {
            int[] count = new int[26];
            for (char c : name.toCharArray()) count[c - 'a']++;
            String code = "";
            for (int i = 0; i < 26; i++) code += count[i] + ",";
            codes.add(code);
        }
        return codes.size();
    }
}
