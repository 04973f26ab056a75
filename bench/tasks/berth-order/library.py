def order_berths(berths):
    """Time: O(n log n)"""
    berths.sort()
