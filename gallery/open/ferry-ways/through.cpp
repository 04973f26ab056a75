long long ways(vector<vector<int>> minutes) {
    int n = minutes.size();
    for (int i = 0; i < n; i++) minutes[i][i] = 0;
    for (int k = 0; k < n; k++)
        for (int i = 0; i < n; i++)
            for (int j = 0; j < n; j++)
                minutes[i][j] = min(minutes[i][j], minutes[i][k] + minutes[k][j]);
    long long total = 0;
    for (auto& row : minutes) for (int m : row) total += m;
    return total;
}
