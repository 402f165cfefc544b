// SPDX-License-Identifier: GPL-3.0-or-later
#include "english.h"
#include "support.h"

#include "calibrate/ramps.h"
#include "visit/record.h"

namespace ramps_file_test {

using namespace lamp;

class TestRampsFile : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void roundTrip()
    {
        Ramps ramps;
        for (int i = 0; i < 1024; ++i) {
            ramps.r.push_back(i / 1023.0);
            ramps.g.push_back(std::pow(i / 1023.0, 1.07));
            ramps.b.push_back(0.931 * i / 1023.0);
        }
        const std::string text = rampsCsv(ramps);
        QCOMPARE(text.substr(0, 12), std::string("index,r,g,b\n"));
        const auto back = rampsFromCsv(text);
        QVERIFY(back.ok());
        QCOMPARE(back->r.size(), size_t(1024));
        for (size_t i = 0; i < 1024; ++i) {
            LAMP_NEAR(back->g[i], ramps.g[i], 5.1e-7);
            LAMP_NEAR(back->b[i], ramps.b[i], 5.1e-7);
        }
        // Files of other systems end their lines otherwise.
        QVERIFY(rampsFromCsv("index,r,g,b\r\n0,0,0,0\r\n1,1,1,1\r\n").ok());
        QCOMPARE(rampsFromCsv("index,r,g,b\n0,0,0,0\n1,1,1,1\n\n")->r.size(), size_t(2));
    }

    void faultsNameTheirLine_data()
    {
        QTest::addColumn<QByteArray>("text");
        QTest::addColumn<QByteArray>("words");
        QTest::newRow("no heading") << QByteArray("0,0,0,0\n1,1,1,1\n") << QByteArray("line 1");
        QTest::newRow("a word") << QByteArray("index,r,g,b\n0,0,zero,0\n") << QByteArray("line 2");
        QTest::newRow("three numbers") << QByteArray("index,r,g,b\n0,0,0,0\n1,1,1\n") << QByteArray("line 3");
        QTest::newRow("beyond full") << QByteArray("index,r,g,b\n0,0,0,0\n1,1,1,1.5\n") << QByteArray("between 0 and 1");
        QTest::newRow("below zero") << QByteArray("index,r,g,b\n0,-0.1,0,0\n") << QByteArray("between 0 and 1");
        QTest::newRow("an entry left out") << QByteArray("index,r,g,b\n0,0,0,0\n2,1,1,1\n") << QByteArray("entry 1");
        QTest::newRow("an entry twice") << QByteArray("index,r,g,b\n0,0,0,0\n0,0,0,0\n1,1,1,1\n") << QByteArray("line 3");
        QTest::newRow("one entry") << QByteArray("index,r,g,b\n0,0,0,0\n") << QByteArray("two entries");
        QTest::newRow("nothing") << QByteArray() << QByteArray("the file is empty");
    }
    void faultsNameTheirLine()
    {
        QFETCH(QByteArray, text);
        QFETCH(QByteArray, words);
        const auto ramps = rampsFromCsv(text.toStdString());
        QVERIFY(!ramps.ok());
        QVERIFY2(english(ramps.error().what).find(words.toStdString()) != std::string::npos, english(ramps.error().what).c_str());
    }

    // Through curves without rounding, and with it: the frame buffer's bits first, then the LUT's (bench protocol).
    void throughRampsAndBits()
    {
        const Ramps bent{{0, 0.2, 1}, {0, 0.5, 1}, {0, 0.5, 0.8}};
        const Drive half = throughCurves(bent, {0.5, 0.25, 1});
        LAMP_NEAR(half.a, 0.2, 1e-12);
        LAMP_NEAR(half.b, 0.25, 1e-12);
        LAMP_NEAR(half.c, 0.8, 1e-12);
        const Drive coarse = throughRamps(bent, {0.4, 0.4, 0.4}, 1, 2);
        QCOMPARE(coarse, (Drive{0, 0, 0}));
        const Drive none = throughRamps({}, {0.4, 0.6, 0.5}, 8, 8);
        LAMP_NEAR(none.a, 102 / 255.0, 1e-12);
        LAMP_NEAR(none.b, 153 / 255.0, 1e-12);
        // Beyond the ends there is nothing.
        QCOMPARE(throughCurves(bent, {-1, 2, 0}), (Drive{0, 1, 0}));
    }
};

LAMP_TEST(ramps_file, TestRampsFile)

} // namespace ramps_file_test
#include "test_ramps_file.moc"
