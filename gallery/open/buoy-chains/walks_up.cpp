int above(const vector<int>& hangs, int x) {
    int up = hangs[x] - 1;
    return 0 <= up && up < x ? up : -1;
}
int meet(const vector<int>& hangs, int a, int b) {
    while (a != b) {
        if (a > b) a = above(hangs, a);
        else b = above(hangs, b);
    }
    int deep = 0;
    for (; a >= 0; a = above(hangs, a)) deep++;
    return deep;
}
