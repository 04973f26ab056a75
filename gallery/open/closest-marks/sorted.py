import sys

n, *marks = map(int, sys.stdin.read().split())
marks.sort()
print(min(b - a for a, b in zip(marks, marks[1:])))
