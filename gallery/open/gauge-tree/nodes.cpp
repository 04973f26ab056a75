#include <iostream>

struct Node {
    long long key;
    Node *left = nullptr, *right = nullptr;
};

int main() {
    int n;
    std::cin >> n;
    Node* root = nullptr;
    int deepest = 0;
    for (int i = 0; i < n; i++) {
        long long key;
        std::cin >> key;
        Node** at = &root;
        int depth = 1;
        while (*at) {
            at = key < (*at)->key ? &(*at)->left : &(*at)->right;
            depth++;
        }
        *at = new Node{key};
        if (depth > deepest) deepest = depth;
    }
    std::cout << deepest << std::endl;
}
