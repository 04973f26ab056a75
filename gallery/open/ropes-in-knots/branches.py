n = int(input())

def knots(i):
    if i < 2:
        return 1
    return (knots(i - 1) + knots(i - 2) + 1) % 1000000007

print(knots(n))
