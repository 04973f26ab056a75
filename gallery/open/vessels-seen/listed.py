import sys

words = sys.stdin.read().split()
seen = []
for word in words[1:]:
    if word not in seen:
        seen.append(word)
print(len(seen))
