class Quay {
    void settle(int[] lengths) {
        part(lengths, 0, lengths.length - 1);
    }

    void part(int[] lengths, int low, int high) {
        if (low >= high) return;
        int pivot = lengths[low], edge = low;
        for (int i = low + 1; i <= high; ++i) {
            if (lengths[i] < pivot) {
                ++edge;
                int barge = lengths[i];
                lengths[i] = lengths[edge];
                lengths[edge] = barge;
            }
        }
        lengths[low] = lengths[edge];
        lengths[edge] = pivot;
        part(lengths, low, edge - 1);
        part(lengths, edge + 1, high);
    }
}
