// The same as bulk_receiver.cpp for libstdc++'s own precompiled functions: hashing of bytes, and the balanced
// tree of set and map. Linked into counting builds of C++ alone.
#include <cstddef>

extern "C" {
void iron_stopwatch_add_bulk(unsigned long long steps, const void *returns_to); // bulk_receiver.cpp

#define REAL(result, name, ...)                                                                              \
    result __real_##name(__VA_ARGS__);                                                                       \
    result __wrap_##name(__VA_ARGS__)

#define ADD(steps) iron_stopwatch_add_bulk((steps), __builtin_return_address(0))

REAL(std::size_t, _ZSt11_Hash_bytesPKvmm, const void *bytes, std::size_t n, std::size_t seed) {
    ADD(1 + n / 16);
    return __real__ZSt11_Hash_bytesPKvmm(bytes, n, seed);
}
REAL(void *, _ZSt18_Rb_tree_incrementPSt18_Rb_tree_node_base, void *node) {
    ADD(1);
    return __real__ZSt18_Rb_tree_incrementPSt18_Rb_tree_node_base(node);
}
REAL(void *, _ZSt18_Rb_tree_decrementPSt18_Rb_tree_node_base, void *node) {
    ADD(1);
    return __real__ZSt18_Rb_tree_decrementPSt18_Rb_tree_node_base(node);
}
REAL(const void *, _ZSt18_Rb_tree_incrementPKSt18_Rb_tree_node_base, const void *node) {
    ADD(1);
    return __real__ZSt18_Rb_tree_incrementPKSt18_Rb_tree_node_base(node);
}
REAL(const void *, _ZSt18_Rb_tree_decrementPKSt18_Rb_tree_node_base, const void *node) {
    ADD(1);
    return __real__ZSt18_Rb_tree_decrementPKSt18_Rb_tree_node_base(node);
}
REAL(void, _ZSt29_Rb_tree_insert_and_rebalancebPSt18_Rb_tree_node_baseS0_RS_, bool left, void *node,
     void *parent, void *header) {
    ADD(1);
    __real__ZSt29_Rb_tree_insert_and_rebalancebPSt18_Rb_tree_node_baseS0_RS_(left, node, parent, header);
}
}
