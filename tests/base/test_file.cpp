// SPDX-License-Identifier: GPL-3.0-or-later
#include "support.h"

#include "base/file.h"
#include "base/parallel.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>

#include <atomic>
#include <unistd.h>

using namespace lamp;

class TestFile : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::filesystem::path path(const char *name) const { return m_dir.filePath(name).toStdString(); }

private Q_SLOTS:
    void wholeOrNotAtAll()
    {
        QVERIFY(writeFile(path("a"), std::string("first")).ok());
        QVERIFY(writeFile(path("a"), std::string("second, and longer")).ok());
        QCOMPARE(readFile(path("a")).value(), std::string("second, and longer"));
        // Nothing is left beside it.
        QCOMPARE(QDir(m_dir.path()).entryList(QDir::Files | QDir::Hidden), QStringList{"a"});
        const Bytes bytes{0, 255, 10, 13, 0};
        QVERIFY(writeFile(path("b"), bytes).ok());
        QCOMPARE(readBytes(path("b")).value(), bytes);
        QVERIFY(writeFile(path("empty"), std::string()).ok());
        QVERIFY(readFile(path("empty"))->empty());
    }

    void faultsNameTheFile()
    {
        for (const auto &error : {readFile(path("none")).error(), readFile(m_dir.path().toStdString()).error(),
                                  writeFile(path("none/below"), std::string("x")).error()}) {
            QVERIFY2(error.what.find(m_dir.path().toStdString()) != std::string::npos, error.what.c_str());
        }
        // A file where a folder should be.
        QVERIFY(writeFile(path("file"), std::string("x")).ok());
        QVERIFY(!prepareFolder(path("file/folder")).ok());
        QVERIFY(prepareFolder(path("new/folder")).ok());
        QVERIFY(QDir(m_dir.filePath("new/folder")).exists());
        QVERIFY(QDir(m_dir.filePath("new/folder")).entryList(QDir::Files | QDir::Hidden).isEmpty());
    }

    void aFullDiskLeavesTheOldFile()
    {
        // /dev/full refuses every write; the temporary stands beside the target, so the target is a link's folder.
        if (!QFile::exists("/dev/full")) {
            QSKIP("This system has no /dev/full.");
        }
        QVERIFY(writeFile(path("kept"), std::string("old")).ok());
        QVERIFY(QFile::link("/dev/full", m_dir.filePath("kept.part")));
        const Status s = writeFile(path("kept"), std::string("new"));
        QVERIFY(!s.ok());
        QVERIFY(s.error().todo.find("Make room") != std::string::npos);
        QCOMPARE(readFile(path("kept")).value(), std::string("old"));
    }

    void everyShareIsDoneOnce()
    {
        for (const int count : {0, 1, 7, 1000}) {
            std::vector<int> done(size_t(count), 0);
            std::atomic<int> all{0};
            inParallel(count, [&](int i) {
                ++done[size_t(i)];
                ++all;
            });
            QCOMPARE(all.load(), count);
            QVERIFY(std::all_of(done.begin(), done.end(), [](int n) { return n == 1; }));
        }
    }
};

QTEST_GUILESS_MAIN(TestFile)
#include "test_file.moc"
