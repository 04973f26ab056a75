/* O(n^2) time, O(1) space */
void order_berths(int *berths, int count) {
    for (int i = 1; i < count; i++) {
        int berth = berths[i], j = i - 1;
        while (j >= 0 && berths[j] > berth) {
            berths[j + 1] = berths[j];
            j--;
        }
        berths[j + 1] = berth;
    }
}
