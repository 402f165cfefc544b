// SPDX-License-Identifier: GPL-3.0-or-later
#include "test_class.h"

#include <cstdio>
#include <cstdlib>

#include <sys/resource.h>

/// `program CLASS [what Qt Test takes]`; without a class it lists those it has.
int main(int argc, char **argv)
{
    // Ten minutes of processor for each process, whatever else the machine does meanwhile.
    const rlim_t most = std::getenv("LAMP_SEEDS") != nullptr ? 3600 : 600; // many seeds are asked for by hand
    rlimit limit{most, most + 30};
    setrlimit(RLIMIT_CPU, &limit);
    for (const auto &test : lamptest::testClasses()) {
        if (argc > 1 && test.name == argv[1]) {
            argv[1] = argv[0];
            return test.run(argc - 1, argv + 1);
        }
    }
    std::fprintf(stderr, "Name one of these test classes:\n");
    for (const auto &test : lamptest::testClasses()) {
        std::fprintf(stderr, "  %s\n", test.name.c_str());
    }
    return 2;
}
