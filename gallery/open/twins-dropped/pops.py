def once(marks):
    i = 1
    while i < len(marks):
        if marks[i] == marks[i - 1]:
            marks.pop(i)
        else:
            i += 1
    return marks
