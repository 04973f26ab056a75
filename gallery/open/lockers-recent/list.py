def fetched(asked, k):
    open_ = []
    count = 0
    for locker in asked:
        if locker in open_:
            open_.remove(locker)
        else:
            count += 1
            if len(open_) == k:
                open_.pop(0)
        open_.append(locker)
    return count
