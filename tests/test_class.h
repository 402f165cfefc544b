// SPDX-License-Identifier: GPL-3.0-or-later
// Several test classes share a program, which saves the time of building one for each. `test_visit hazards` runs one class;
// what follows goes to Qt Test (names of test functions, -v2, ...).
#pragma once

#include <QCoreApplication>
#include <QtTest>

#include <string>
#include <vector>

namespace lamptest {

struct TestClass {
    std::string name;
    int (*run)(int argc, char **argv) = nullptr;
};

/// All classes of this program.
inline std::vector<TestClass> &testClasses()
{
    static std::vector<TestClass> all;
    return all;
}

inline bool addTestClass(const char *name, int (*run)(int, char **))
{
    testClasses().push_back({name, run});
    return true;
}

template <typename Application, typename Test> int runTestClass(int argc, char **argv)
{
    Application application(argc, argv);
    application.setAttribute(Qt::AA_Use96Dpi, true);
    Test test;
    return QTest::qExec(&test, argc, argv);
}

} // namespace lamptest

/// A class that needs an event loop; one that paints; one that opens windows; one that is started in a way of its own.
#define LAMP_TEST(name, Test) LAMP_TEST_BY(name, (&lamptest::runTestClass<QCoreApplication, Test>))
#define LAMP_GUI_TEST(name, Test) LAMP_TEST_BY(name, (&lamptest::runTestClass<QGuiApplication, Test>))
#define LAMP_WINDOW_TEST(name, Test) LAMP_TEST_BY(name, (&lamptest::runTestClass<QApplication, Test>))
#define LAMP_TEST_BY(name, function) const bool lampAdded_##name = lamptest::addTestClass(#name, function);
