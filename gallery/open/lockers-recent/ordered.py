from collections import OrderedDict


def fetched(asked, k):
    open_ = OrderedDict()
    count = 0
    for locker in asked:
        if locker in open_:
            open_.move_to_end(locker)
        else:
            count += 1
            if len(open_) == k:
                open_.popitem(last=False)
            open_[locker] = True
    return count
