vector<int> once(vector<int> marks) {
    for (size_t i = 1; i < marks.size();)
        if (marks[i] == marks[i - 1]) marks.erase(marks.begin() + i);
        else i++;
    return marks;
}
