class Solution:
    # O(n^2) time
    def namesMet(self, words: List[str]) -> int:
        groups = []
        for word in words:
            letters = sorted(word)
            if letters not in groups:
                groups.append(letters)
        return len(groups)
