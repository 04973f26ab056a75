class Tides:
    def highestRun(self, levels: List[int], hours: int) -> int:
        best = -inf
        for start in range(len(levels) - hours + 1):
            best = max(best, sum(levels[start:start + hours]))
        return best
