class Link:
    def __init__(self, hour, after):
        self.hour = hour
        self.after = after

def in_order(hours):
    head = Link(-1, None)
    for hour in hours:
        at = head
        while at.after is not None and at.after.hour < hour:
            at = at.after
        at.after = Link(hour, at.after)
    out = []
    at = head.after
    while at is not None:
        out.append(at.hour)
        at = at.after
    return out
