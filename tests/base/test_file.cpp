// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "base/file.h"
#include "base/parallel.h"

#include <QDir>
#include <QFile>
#include <QTemporaryDir>

#include <atomic>
#include <csignal>
#include <stdexcept>
#include <sys/resource.h>
#include <sys/stat.h>
#include <unistd.h>

namespace file_test {

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
            QVERIFY2(english(error.what).find(m_dir.path().toStdString()) != std::string::npos, english(error.what).c_str());
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
        // /dev/full refuses every write, and is written to directly: nothing is put in its place.
        if (!QFile::exists("/dev/full")) {
            QSKIP("This system has no /dev/full.");
        }
        const Status device = writeFile("/dev/full", std::string("new"));
        QVERIFY(!device.ok());
        QVERIFY(english(device.error().todo).find("Free some space") != std::string::npos);
        QVERIFY(QFileInfo("/dev/full").exists() && !QFileInfo("/dev/full").isFile());
        // A limit on the size of files fills a disk for this process alone.
        QVERIFY(writeFile(path("kept"), std::string("old")).ok());
        ::signal(SIGXFSZ, SIG_IGN);
        rlimit all{};
        ::getrlimit(RLIMIT_FSIZE, &all);
        const rlimit little{1000, all.rlim_max};
        ::setrlimit(RLIMIT_FSIZE, &little);
        const Status s = writeFile(path("kept"), std::string(5000, 'x'));
        ::setrlimit(RLIMIT_FSIZE, &all);
        QVERIFY(!s.ok());
        QCOMPARE(readFile(path("kept")).value(), std::string("old"));
        QCOMPARE(QDir(m_dir.path()).entryList({"kept*", ".kept*"}, QDir::Files | QDir::Hidden), QStringList{"kept"});
    }

    void linksThatStrangersLaidAreNotFollowed()
    {
        QVERIFY(writeFile(path("precious"), std::string("mine")).ok());
        for (const char *trap : {"out.part", ".out.part"}) {
            QVERIFY(QFile::link(m_dir.filePath("precious"), m_dir.filePath(trap)));
        }
        QVERIFY(writeFile(path("out"), std::string("theirs")).ok());
        QCOMPARE(readFile(path("precious")).value(), std::string("mine"));
        // A link as target is replaced, and what it points to stays.
        QVERIFY(QFile::link(m_dir.filePath("precious"), m_dir.filePath("link")));
        QVERIFY(writeFile(path("link"), std::string("theirs")).ok());
        QCOMPARE(readFile(path("precious")).value(), std::string("mine"));
        QCOMPARE(readFile(path("link")).value(), std::string("theirs"));
    }

    void onlyRegularFilesAreRead()
    {
        const QByteArray fifo = m_dir.filePath("fifo").toUtf8();
        QCOMPARE(::mkfifo(fifo.constData(), 0600), 0);
        for (const std::filesystem::path &p : {std::filesystem::path("/dev/zero"), std::filesystem::path("/dev/null"), path("fifo")}) {
            const auto read = readFile(p);
            QVERIFY2(!read.ok() && english(read.error().what).find(p.string()) != std::string::npos, p.c_str());
        }
        QVERIFY(writeFile(path("large"), std::string(3000, 'x')).ok());
        QVERIFY(readFile(path("large"), 3000).ok());
        QVERIFY(english(readFile(path("large"), 2999).error().what).find("larger") != std::string::npos);
        // A hole of three gigabytes costs nothing to make, and nothing to refuse.
        QFile hole(m_dir.filePath("hole"));
        QVERIFY(hole.open(QIODevice::WriteOnly) && hole.resize(3LL << 30));
        QVERIFY(!readFile(path("hole")).ok());
    }

    void aFolderBelongsToOneAtATime()
    {
        auto mine = FolderLock::take(m_dir.path().toStdString());
        QVERIFY(mine.ok());
        QCOMPARE(FolderLock::take(m_dir.path().toStdString()).error().code, std::string("locked"));
        {
            const FolderLock gone = std::move(mine).value();
        }
        QVERIFY(FolderLock::take(m_dir.path().toStdString()).ok());
    }

    void whatAHelperThrowsIsThrownOn()
    {
        for (const int at : {0, 3, 99}) {
            try {
                inParallel(100, [&](int i) {
                    if (i == at) {
                        throw std::runtime_error("no");
                    }
                });
                QFAIL("Nothing was thrown.");
            } catch (const std::runtime_error &e) {
                QCOMPARE(std::string(e.what()), std::string("no"));
            }
        }
    }

    // Work that is asked to stop ends within a share of each helper, and nothing of it runs on.
    void sharesEndWhenAskedTo()
    {
        std::stop_source stop;
        std::atomic<int> begun{0};
        bool stopped = false;
        {
            const StopScope scope(stop.get_token());
            try {
                inParallel(100000, [&](int) {
                    if (++begun == 20) {
                        stop.request_stop();
                    }
                });
            } catch (const Stopped &) {
                stopped = true;
            }
        }
        QVERIFY(stopped);
        QVERIFY2(begun < 20 + 8 + 1, qPrintable(QString::number(begun)));
        stopHere(); // outside its scope nothing asks
        inParallel(10, [](int) {});
    }

    void scopesOfStoppingLieInEachOther()
    {
        std::stop_source outer, inner;
        outer.request_stop();
        const StopScope one(outer.get_token());
        {
            const StopScope two(inner.get_token());
            QVERIFY(!StopScope::current().stop_requested());
            stopHere();
            // Another thread has nothing of this one's scope.
            bool asked = true;
            std::jthread([&] { asked = StopScope::current().stop_possible(); }).join();
            QVERIFY(!asked);
        }
        QVERIFY(StopScope::current().stop_requested());
        QVERIFY_EXCEPTION_THROWN(stopHere(), Stopped);
    }

    // A request is not taken for an error by those who take care of a library's errors.
    void stoppingIsNoError() { QVERIFY((!std::is_base_of_v<std::exception, Stopped>)); }

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

LAMP_TEST(file, TestFile)

} // namespace file_test
#include "test_file.moc"
