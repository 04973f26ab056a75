#include <algorithm>
#include <cstdlib>
#include <gtest/gtest.h>
#include <thread>
#include <unistd.h>

#include "lab/build_store.h"
#include "lab/file_lock.h"
#include "lab/process.h"
#include "lab/workspace.h"
#include "records/files.h"

namespace iron {
namespace {

TEST(BuildStore, TheSameIsMadeOnceByWhoeverAsksFirst) {
    const Workspace folder;
    write_file(folder.path() / "gauge.txt", "4 7 2\n");
    const BuildStore store(folder.path() / "kept", folder.path());
    // Slow, and in two steps: whoever looked in between would find half of it.
    const std::vector<std::string> command = {"sh", "-c",
                                              "echo made >> made.txt; echo '#!/bin/sh' > \"$0\"; sleep 0.1; "
                                              "echo 'exit 7' >> \"$0\"; chmod +x \"$0\"",
                                              "{output}"};
    std::vector<Product> products(6);
    std::vector<std::thread> threads;
    for (Product &product : products)
        threads.emplace_back(
            [&] { product = store.made(command, folder.path(), {folder.path() / "gauge.txt"}, "gauge"); });
    for (std::thread &thread : threads)
        thread.join();
    for (const Product &product : products) {
        EXPECT_TRUE(product.ok) << product.message;
        EXPECT_EQ(WEXITSTATUS(std::system(product.program.c_str())), 7);
    }
    EXPECT_EQ(std::count_if(products.begin(), products.end(), [](const Product &p) { return !p.cached; }), 1);
    EXPECT_EQ(read_file(folder.path() / "made.txt"), "made\n");
}

TEST(BuildStore, WhatAKilledSessionLeftIsMadeAgain) {
    const Workspace folder;
    write_file(folder.path() / "gauge.txt", "4 7 2\n");
    const BuildStore store(folder.path() / "kept", folder.path());
    const std::vector<std::string> command = {"sh", "-c", "test ! -e \"$0\" && mkdir \"$0\"", "{output}"};
    const auto made = [&] {
        return store.made(command, folder.path(), {folder.path() / "gauge.txt"}, "gauge");
    };
    const Product first = made();
    ASSERT_TRUE(first.ok) << first.message;
    // As if the session had ended between making and keeping it.
    std::filesystem::rename(first.program, first.program.string() + ".part");
    const Product again = made();
    EXPECT_TRUE(again.ok) << again.message;
    EXPECT_FALSE(again.cached);
    EXPECT_TRUE(made().cached);
}

TEST(FileLock, IsHeldByOneThreadAtATime) {
    const Workspace folder;
    int inside = 0, most = 0;
    std::vector<std::thread> threads;
    for (int i = 0; i < 4; ++i)
        threads.emplace_back([&] {
            for (int k = 0; k < 3; ++k) {
                const FileLock lock(folder.path() / "lock");
                most = std::max(most, ++inside);
                usleep(1'000);
                --inside;
            }
        });
    for (std::thread &thread : threads)
        thread.join();
    EXPECT_EQ(most, 1);
    const FileLock none(folder.path() / "no such folder" / "lock"); // goes on without
}

} // namespace
} // namespace iron
