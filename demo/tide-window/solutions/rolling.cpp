class Tides {
    int highestRun(const vector<int> &levels, int hours) {
        int sum = 0, best = INT_MIN;
        for (int i = 0; i < (int)levels.size(); ++i) {
            sum += levels[i];
            if (i >= hours) sum -= levels[i - hours];
            if (i >= hours - 1) best = max(best, sum);
        }
        return best;
    }
};
