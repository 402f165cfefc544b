// SPDX-License-Identifier: GPL-3.0-or-later
// A visit of a screen of this computer from beginning to end, on a real X server (dummy driver): patches on the screen,
// ramps through RandR, the profile on the root window. The instrument is the stand-in that looks at that screen
// (`serve --screen`); it knows of the visit only what the screen shows.
#include "english.h"
#include "support.h"

#include "desktop/x_server.h"
#include "ui/views.h"

#include "app/parts/look.h"
#include "app/profiles/installed_panel.h"
#include "app/shell/main_window.h"
#include "app/studio/add_display.h"
#include "app/visit/screen_bench.h"
#include "app/visit/worksheet.h"
#include "desktop/screen_eye.h"
#include "report/report.h"

#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QSettings>
#include <QTemporaryDir>

#include <map>

namespace real_screen_test {

using namespace lamp;
using namespace lamp::app;

namespace {

const XServer *theServer = nullptr;

} // namespace

class TestRealScreen : public QObject {
    Q_OBJECT

private Q_SLOTS:
    // Geometry: a patch of a quarter of the screen in the middle, on a gray.
    void patchInAnImage()
    {
        std::vector<Drive> row(200, {0.2, 0.2, 0.2}), column(100, {0.2, 0.2, 0.2});
        std::fill(row.begin() + 50, row.begin() + 150, Drive{1, 0, 0});
        std::fill(column.begin() + 25, column.begin() + 75, Drive{1, 0, 0});
        const Patch patch = patchOf(row, column, {0.5, 0.5});
        QCOMPARE(patch.rgb, (Drive{1, 0, 0}));
        QCOMPARE(patch.surround, (Drive{0.2, 0.2, 0.2}));
        QCOMPARE(patch.area, 0.25);
        QCOMPARE(patch.at[0], 0.5);
        QCOMPARE(patch.at[1], 0.5);
        const Patch full = patchOf({Drive{0, 0, 1}}, {Drive{0, 0, 1}}, {0.9, 1});
        QCOMPARE(full.area, 1.0);
        QCOMPARE(full.surround, full.rgb);
    }

    void wholeVisit_data()
    {
        QTest::addColumn<QString>("output");
        QTest::addColumn<QString>("chosen");
        QTest::newRow("the window's own screen") << "DUMMY0"
                                                 << "";
        QTest::newRow("a screen beside it") << "DUMMY1"
                                            << "DUMMY1";
    }
    void wholeVisit()
    {
        QFETCH(QString, output);
        QFETCH(QString, chosen);
        QTemporaryDir folder;
        qputenv("XDG_DATA_HOME", folder.filePath("data").toUtf8());
        qputenv("XDG_STATE_HOME", folder.filePath("state").toUtf8());
        MainWindow w(folder.filePath("studio.sqlite"));
        w.show();
        w.openStore();
        const qint64 id = added(w, output, chosen);
        w.openStore();
        w.selectDisplay(id);
        const Use before = inUse();
        w.startVisit(Task::Full);
        bool asked = false;
        const QDeadlineTimer deadline(240000);
        while (w.runner()->running() && !deadline.hasExpired()) {
            QTest::qWait(5);
            if (const std::optional<Question> q = w.runner()->question()) {
                asked = asked || q->kind == Question::Kind::Control; // brightness, by hand: it stays as it is
                if (q->kind == Question::Kind::Control) {
                    picture(w, "real-screen-question");
                    QTest::qWait(500); // nothing comes over the question while the menu is turned
                }
                // The question must not lie behind the patch; on a screen of its own the patch may stay.
                if (const PatchWindow *patch = w.visits()->patchWindow(); patch != nullptr && patch->used()) {
                    QTRY_VERIFY2(patch->isVisible() == !chosen.isEmpty(), plainEnglish(q->text).c_str()); // on a busy machine a moment later
                }
                w.worksheet()->goOn();
            }
        }
        QVERIFY2(!w.runner()->running() && asked, "the visit did not end");
        const RecordPtr record = w.runner()->record();
        QVERIFY2(record && !record->lines.open() && !record->profile.empty(), qPrintable(labels(w)));
        for (const Check &check : record->checks) {
            qInfo("%s", english(check.sentence("Tern")).c_str());
        }
        QVERIFY(record->verdict == Verdict::Pass);
        QVERIFY(!w.visits()->patchWindow()->isVisible());
        QCOMPARE(record->display.model, std::string("Whimbrel"));
        // The profile is installed once its files are written.
        QTRY_VERIFY_WITH_TIMEOUT(labels(w).contains("Report, readings and profile are in"), 20000);
        seenFromOutside(*record, output, before);

        QTest::keyClick(w.windowHandle(), Qt::Key_F2);
        w.installed()->choose(output);
        QTRY_VERIFY_WITH_TIMEOUT(w.installed()->words().contains("is the profile in use"), 8000);
        picture(w, "real-screen");
        // Another tool pushes it out, and the window says so.
        const QString atom = output == "DUMMY0" ? "_ICC_PROFILE" : "_ICC_PROFILE_1";
        theServer->tool("xprop", {"-root", "-remove", atom});
        QTRY_VERIFY_WITH_TIMEOUT(labels(w).contains("it was removed"), 12000);
    }

private:
    /// By the form, as a person does it.
    static qint64 added(MainWindow &w, const QString &output, const QString &chosen)
    {
        AddDisplay form(*w.store(), &w);
        const QString command = QStringLiteral("%1 serve --display wled --screen %2 --seed 4").arg(LAMP_CLI, output);
        QStringList texts{"Whimbrel", command};
        for (QLineEdit *f : form.findChildren<QLineEdit *>()) {
            if (qobject_cast<QComboBox *>(f->parentWidget()) == nullptr) {
                f->setText(texts.takeFirst());
            }
        }
        for (QComboBox *c : form.findChildren<QComboBox *>()) {
            if (c->isEditable()) {
                c->setEditText("Grading");
            } else if (const int screen = c->findData(chosen); c->findData("DUMMY1") >= 0) {
                c->setCurrentIndex(screen);
            } else if (const int panel = c->findText("wled"); panel >= 0) {
                c->setCurrentIndex(panel);
            }
        }
        return form.add().value();
    }

    using Use = std::map<std::string, std::pair<Ramps, std::optional<Bytes>>>;
    /// Ramps and profile of each output, as the server has them.
    static Use inUse()
    {
        const auto x = std::move(XScreen::open(theServer->display().toStdString())).value();
        Use all;
        const auto outputs = x->outputs();
        for (const XOutput &o : outputs.value()) {
            all[o.name] = {x->ramps(o).value(), x->profile(o).value()};
        }
        return all;
    }

    /// What the record has is on the server: ramps, and the profile as programs find it. The other output was left alone.
    static void seenFromOutside(const VisitRecord &record, const QString &output, const Use &before)
    {
        const Use now = inUse();
        QCOMPARE(now.size(), size_t(2));
        for (const auto &[name, use] : now) {
            const auto &[ramps, profile] = use;
            const double changed = rampDifference(ramps, before.at(name).first);
            if (name == output.toStdString()) {
                QVERIFY(!record.ramps.empty() && changed > 0.02);
                const double apart = rampDifference(ramps, record.ramps);
                QVERIFY2(apart < 0.002, qPrintable(QString::number(apart)));
                QVERIFY(profile == record.profile);
            } else {
                QVERIFY(changed < 1e-9 && profile == before.at(name).second);
            }
        }
    }
};

int run(int argc, char **argv)
{
    XServer server;
    if (!server.start()) {
        std::fprintf(stderr, "The X server did not start: %s\n", qPrintable(server.log()));
        return 1;
    }
    theServer = &server;
    // A second screen beside the first.
    server.tool("xrandr", {"--addmode", "DUMMY1", "1024x768"});
    server.tool("xrandr", {"--output", "DUMMY1", "--mode", "1024x768", "--right-of", "DUMMY0"});
    server.tool("xrandr", {}); // has the server look what is connected
    qputenv("DISPLAY", server.display().toUtf8());
    qputenv("QT_QPA_PLATFORM", "xcb");
    qunsetenv("WAYLAND_DISPLAY");
    qputenv("XDG_SESSION_TYPE", "x11");
    QTemporaryDir settings;
    QApplication application(argc, argv);
    QApplication::setApplicationName("dutiful-lamp");
    QApplication::setOrganizationName("dutiful-lamp-test");
    QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, settings.path());
    loadFonts();
    applySurround(application, Surround::Dim);
    TestRealScreen test;
    return QTest::qExec(&test, argc, argv);
}

LAMP_TEST_BY(real_screen, &run)

} // namespace real_screen_test
#include "test_real_screen.moc"
