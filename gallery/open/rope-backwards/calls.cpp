static void back(vector<int>& knots, int a, int b) {
    if (a >= b) return;
    int t = knots[a];
    back(knots, a + 1, b - 1);
    knots[a] = knots[b];
    knots[b] = t;
}
vector<int> coiled(vector<int> knots) {
    back(knots, 0, (int)knots.size() - 1);
    return knots;
}
