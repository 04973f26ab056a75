class Solution {
    // O(n) time, O(n) space
    public boolean isEbbWord(String s) {
        return new StringBuilder(s).reverse().toString().equals(s);
    }
}
