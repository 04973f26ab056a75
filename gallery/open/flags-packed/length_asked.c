char *packed(const char *signal) {
    char *out = malloc(2 * strlen(signal) + 16);
    out[0] = 0;
    for (size_t i = 0; i < strlen(signal);) {
        size_t j = i;
        while (signal[j] == signal[i]) j++;
        sprintf(out + strlen(out), "%zu%c", j - i, signal[i]);
        i = j;
    }
    return out;
}
