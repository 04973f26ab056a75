// What a program that is somebody else's can do to the machine, and see of it.
#pragma once

#include <filesystem>

namespace iron {

// Its own folder is the one that it can write to, beside shared memory of its own; all else can be read.
// There is no network, and no right of root's over the machine. Empty: it reaches what the user reaches.
struct Confines {
    std::filesystem::path own_folder;   // there already
    std::filesystem::path out_of_sight; // an empty folder to it, but for its own
};

// In the first process of new PID, mount and IPC namespaces, with nothing but system calls: from here on it
// and all that it starts are held to them. False, with errno set, where the kernel refuses.
bool confine(const Confines &confines);

// What asks for memory of that: once, before it is called in a process that was split off.
void prepare_to_confine();

} // namespace iron
