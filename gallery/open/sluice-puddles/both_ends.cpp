int puddles(vector<int>& planks) {
    int left = 0, right = (int)planks.size() - 1, highLeft = 0, highRight = 0;
    int total = 0;
    while (left < right) {
        if (planks[left] < planks[right]) {
            highLeft = max(highLeft, planks[left]);
            total += highLeft - planks[left++];
        } else {
            highRight = max(highRight, planks[right]);
            total += highRight - planks[right--];
        }
    }
    return total;
}
