class Solution {
    // O(n) time, O(n) space: words are short
    public int namesMet(String[] words) {
        Map<String, Integer> groups = new HashMap<>();
        for (String word : words) {
            char[] letters = word.toCharArray();
            Arrays.sort(letters);
            groups.merge(new String(letters), 1, Integer::sum);
        }
        return groups.size();
    }
}
