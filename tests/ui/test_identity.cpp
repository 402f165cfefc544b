// SPDX-License-Identifier: GPL-3.0-or-later
// Displays without a serial number are told apart by who they are in the studio: in certificates, imports, exports, on the command line and in the
// window. Nothing is ever put down to one that merely fits.
#include "cli/command.h"
#include "english.h"
#include "support.h"
#include "ui/views.h"

#include "app/files/choose_display.h"
#include "app/parts/look.h"
#include "app/reports/report_page.h"
#include "app/shell/main_window.h"
#include "app/studio/due_book.h"
#include "store/registers.h"
#include "visit/whole_visit.h"

#include <QApplication>
#include <QJsonDocument>
#include <QListWidget>
#include <QPushButton>
#include <QSettings>
#include <QTemporaryDir>
#include <QTimer>

namespace identity_test {

using namespace lamp;
using namespace lamp::app;
using lamptest::cli;

namespace {

VisitRecord visitOf(const std::string &id)
{
    VisitRecord r;
    r.id = id;
    r.plan.target = builtInTargets().front();
    r.plan.tolerance = *builtInTolerance("studio");
    r.started = fromIsoTime("2031-03-01T08:00:00Z");
    r.finished = fromIsoTime("2031-03-01T08:30:00Z");
    r.display.model = "Knot 14";
    Measurement m;
    m.index = 1;
    m.stage = "verify";
    m.name = "white";
    m.rgb = {1, 1, 1};
    m.xyz = {95, 100, 108};
    r.readings = {m};
    return r;
}

} // namespace

class TestIdentity : public QObject {
    Q_OBJECT

    std::unique_ptr<QTemporaryDir> m_dir;
    qint64 m_left = 0, m_right = 0;

    [[nodiscard]] QString studio() const { return m_dir->filePath("studio.sqlite"); }
    std::unique_ptr<Store> store() const { return std::move(Store::open(studio())).value(); }
    QString writeVisit(const VisitRecord &r, const char *name)
    {
        const QString file = m_dir->filePath(name);
        const Status written = writeFile(file.toStdString(), wholeVisitToJson(r));
        return written ? file : QString();
    }
    /// Two displays of one model and name, neither with a serial, in two rooms.
    void twoDisplays()
    {
        auto s = store();
        DisplayEntry d;
        d.name = d.model = "Knot 14";
        d.technology = "wled";
        d.roomId = s->studio().addRoom("Booth").value();
        m_left = s->studio().add(d, fromIsoTime("2031-01-01T08:00:00Z")).value();
        d.roomId = s->studio().addRoom("Drawing office").value();
        m_right = s->studio().add(d, fromIsoTime("2031-01-01T08:00:00Z")).value();
    }

private Q_SLOTS:
    void initTestCase()
    {
        loadFonts();
        applySurround(*qApp, Surround::Dim);
    }
    void init()
    {
        m_dir = std::make_unique<QTemporaryDir>();
        qputenv("XDG_CONFIG_HOME", m_dir->filePath("config").toUtf8());
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, m_dir->filePath("config"));
        twoDisplays();
    }

    void aCertificateNamesItsOwnDisplayAndRoom()
    {
        auto s = store();
        QVERIFY(s->visits().finish(visitOf("right"), m_right).ok());
        QVERIFY(s->visits().finish(visitOf("left"), m_left).ok());
        DueBook due;
        QVERIFY(due.look(*s, wallNow()).ok());
        QCOMPARE(certificateFacts(*s, due, *s->visits().record("right")).room, std::string("Drawing office"));
        QCOMPARE(certificateFacts(*s, due, *s->visits().record("left")).room, std::string("Booth"));
        // A visit from elsewhere, of one of the same model: no room is made up for it.
        QCOMPARE(certificateFacts(*s, due, visitOf("elsewhere")).room, std::string());
    }

    void importsAskWhoseTheyAre()
    {
        const QString file = writeVisit(visitOf("v-1"), "visit.json");
        auto asked = cli({"fleet", "import", file, "--yes", "--store", studio()});
        QCOMPARE(asked.status, 2);
        QVERIFY2(asked.err.contains("--as") && asked.err.contains("Booth") && asked.err.contains("Drawing office"), qPrintable(asked.err));
        QVERIFY(store()->visits().of(m_left).empty() && store()->visits().of(m_right).empty());
        // By a name that two have it stays open; by its identity it is clear.
        QCOMPARE(cli({"fleet", "import", file, "--yes", "--as", "Knot 14", "--store", studio()}).status, 2);
        const QString identity = shortIdentity(*store()->studio().display(m_right));
        const auto done = cli({"fleet", "import", file, "--yes", "--as", identity, "--store", studio()});
        QVERIFY2(done.status == 0, qPrintable(done.err));
        QCOMPARE(store()->visits().of(m_right).size(), size_t(1));
        QVERIFY(store()->visits().of(m_left).empty());
        // What this studio exported knows its display again, also after the visit is gone from here.
        VisitRecord own = visitOf("v-2");
        own.displayKey = store()->studio().display(m_left)->uid.toStdString();
        QCOMPARE(cli({"fleet", "import", writeVisit(own, "own.json"), "--yes", "--store", studio()}).status, 0);
        QCOMPARE(store()->visits().of(m_left).size(), size_t(1));
        // --as never overrules what a file says.
        VisitRecord serial = visitOf("v-3");
        serial.display.serial = "K-9";
        const QString said = writeVisit(serial, "serial.json");
        QCOMPARE(cli({"fleet", "import", said, "--yes", "--store", studio()}).status, 0);
        serial.id = "v-4";
        const auto other = cli({"fleet", "import", writeVisit(serial, "serial2.json"), "--yes", "--as", identity, "--store", studio()});
        QCOMPARE(other.status, 2);
        QVERIFY2(other.err.contains("K-9"), qPrintable(other.err));
    }

    void registersComeBackToTheSameDisplays()
    {
        const auto exported = cli({"fleet", "export", m_dir->filePath("out"), "--store", studio()});
        QVERIFY2(exported.status == 0, qPrintable(exported.err));
        QStringList tables;
        for (const QString &f : QDir(m_dir->filePath("out")).entryList({"*.csv"}, QDir::Files)) {
            tables << m_dir->filePath("out/" + f);
        }
        QVERIFY(!tables.isEmpty());
        for (const QString &table : tables) {
            const auto back = cli({"fleet", "import", table, "--yes", "--store", studio()});
            QVERIFY2(back.status == 0, qPrintable(table + back.err));
        }
        QCOMPARE(store()->studio().count(), 2);
        // In another studio they are displays without a serial as well, and once.
        const QString elsewhere = m_dir->filePath("elsewhere.sqlite");
        const QString list = m_dir->filePath("register.csv");
        QVERIFY(writeFile(list.toStdString(), registerToCsv(registerOf(*store()))).ok());
        for (int i = 0; i < 2; ++i) {
            const auto there = cli({"fleet", "import", list, "--yes", "--store", elsewhere});
            QVERIFY2(there.status == 0, qPrintable(there.err));
        }
        auto other = std::move(Store::open(elsewhere)).value();
        QCOMPARE(other->studio().count(), 2);
        for (const DisplayEntry &d : other->studio().displays()) {
            QVERIFY(d.serial.isEmpty());
        }
        // Numbers of before are no serials.
        QVERIFY(writeFile(m_dir->filePath("old.csv").toStdString(), std::string("serial,name\n\"#17\",Knot\n")).ok());
        QCOMPARE(cli({"fleet", "import", m_dir->filePath("old.csv"), "--yes", "--store", elsewhere}).status, 2);
        QCOMPARE(other->studio().count(), 2);
    }

    void readingsAreImportedForADisplayThatIsNamed()
    {
        QByteArray csv = "r,g,b,X,Y,Z\n";
        for (const Drive &d :
             {Drive{1, 1, 1}, Drive{0, 0, 0}, Drive{1, 0, 0}, Drive{0, 1, 0}, Drive{0, 0, 1}, Drive{0.1, 0.1, 0.1}, Drive{0.2, 0.2, 0.2},
              Drive{0.3, 0.3, 0.3}, Drive{0.4, 0.4, 0.4}, Drive{0.5, 0.5, 0.5}, Drive{0.6, 0.6, 0.6}, Drive{0.7, 0.7, 0.7}, Drive{0.8, 0.8, 0.8},
              Drive{0.9, 0.9, 0.9}, Drive{0.8, 0.4, 0.3}, Drive{0.3, 0.6, 0.3}, Drive{0.25, 0.35, 0.7}}) {
            // IEC 61966-2-1's primaries at gamma 2.2, 100 cd/m².
            const double r = std::pow(d.a, 2.2), g = std::pow(d.b, 2.2), b = std::pow(d.c, 2.2);
            csv += QStringLiteral("%1,%2,%3,%4,%5,%6\n")
                       .arg(d.a * 255)
                       .arg(d.b * 255)
                       .arg(d.c * 255)
                       .arg(41.24 * r + 35.76 * g + 18.05 * b + 0.1)
                       .arg(21.26 * r + 71.52 * g + 7.22 * b + 0.1)
                       .arg(1.93 * r + 11.92 * g + 95.05 * b + 0.1)
                       .toUtf8();
        }
        const QString file = m_dir->filePath("readings.csv");
        QVERIFY(writeFile(file.toStdString(), csv.toStdString()).ok());
        const auto asked = cli({"fleet", "import", file, "--yes", "--store", studio()});
        QVERIFY2(asked.status == 2 && asked.err.contains("--as"), qPrintable(asked.err));
        const QString identity = shortIdentity(*store()->studio().display(m_left));
        for (int i = 0; i < 2; ++i) { // once, however often
            const auto done = cli({"fleet", "import", file, "--yes", "--as", identity, "--store", studio()});
            QVERIFY2(done.status == 0, qPrintable(done.err));
        }
        QCOMPARE(store()->visits().of(m_left).size(), size_t(1));
        QCOMPARE(store()->studio().count(), 2);
    }

    void theWindowAsksAsWell()
    {
        {
            auto s = store();
            QVERIFY(s->visits().finish(visitOf("earlier"), m_right).ok());
        }
        const QString file = writeVisit(visitOf("v-1"), "visit.json");
        MainWindow w(studio());
        w.show();
        w.openStore();
        const auto open = [&](const std::function<void(ChooseDisplay &)> &act) {
            bool seen = false;
            QTimer timer;
            connect(&timer, &QTimer::timeout, this, [&] {
                if (auto *dialog = qobject_cast<ChooseDisplay *>(QApplication::activeModalWidget()); dialog != nullptr && !seen) {
                    seen = true;
                    act(*dialog);
                }
            });
            timer.start(20);
            w.openFiles({file});
            QTRY_VERIFY_WITH_TIMEOUT(seen, 20000);
        };
        const auto take = [](const ChooseDisplay &dialog) {
            for (QPushButton *b : dialog.findChildren<QPushButton *>()) {
                if (QString(b->text()).remove('&') == "Import the visit") {
                    return b;
                }
            }
            return static_cast<QPushButton *>(nullptr);
        };
        open([&](ChooseDisplay &dialog) {
            QVERIFY(!take(dialog)->isEnabled()); // nothing is chosen before somebody chooses
            dialog.reject();
        });
        QTest::qWait(200);
        QVERIFY(!w.store()->visits().entry("v-1"));
        open([&](ChooseDisplay &dialog) {
            auto *list = dialog.findChild<QListWidget *>();
            QCOMPARE(list->count(), 3);
            QVERIFY(list->item(1)->text().contains("Drawing office"));
            list->setCurrentRow(1);
            QVERIFY(take(dialog)->isEnabled());
            picture(dialog, "choose-display");
            take(dialog)->click();
        });
        QTRY_VERIFY_WITH_TIMEOUT(w.store()->visits().entry("v-1").has_value(), 20000);
        QCOMPARE(w.store()->visits().entry("v-1")->displayId, m_right);
    }
};

LAMP_WINDOW_TEST(identity, TestIdentity)

} // namespace identity_test
#include "test_identity.moc"
