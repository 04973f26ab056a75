function settle(lengths) {
    if (lengths.length < 2) return;
    const middle = lengths.length >> 1;
    const left = lengths.slice(0, middle), right = lengths.slice(middle);
    settle(left);
    settle(right);
    for (let i = 0, l = 0, r = 0; i < lengths.length; ++i) {
        const fromLeft = r === right.length || (l < left.length && left[l] <= right[r]);
        lengths[i] = fromLeft ? left[l++] : right[r++];
    }
}
