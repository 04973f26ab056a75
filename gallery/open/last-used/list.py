import sys

def main():
    words = sys.stdin.read().split()
    k = int(words[1])
    table = []
    fetched = 0
    for chart in words[2:]:
        if chart in table:
            table.remove(chart)
        else:
            fetched += 1
            if len(table) == k:
                table.pop(0)
        table.append(chart)
    print(fetched)

main()
