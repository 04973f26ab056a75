def lit(lamps: int) -> int:
    on = bytearray(lamps + 1)
    for i in range(1, lamps + 1):
        for j in range(i, lamps + 1, i):
            on[j] ^= 1
    return sum(on)
