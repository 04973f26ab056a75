static class Node {
    Node[] next = new Node[26];
}

int longest(String[] names) {
    Node root = new Node();
    int best = 0;
    for (String name : names) {
        Node at = root;
        int depth = 0;
        boolean old = true;
        for (int i = 0; i < name.length(); i++) {
            int c = name.charAt(i) - 'a';
            if (at.next[c] == null) {
                at.next[c] = new Node();
                old = false;
            }
            at = at.next[c];
            if (old) depth++;
        }
        best = Math.max(best, depth);
    }
    return best;
}
