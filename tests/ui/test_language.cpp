// SPDX-License-Identifier: GPL-3.0-or-later
// The window in each language: nothing cut off, no letter given twice, at 100, 150 and 200 %.
#include "support.h"

#include "ui/painted_text.h"
#include "ui/views.h"

#include "app/answers/answers_view.h"
#include "app/board/board_view.h"
#include "app/compare/compare_view.h"
#include "app/compare/gamut_view.h"
#include "app/files/file_desk.h"
#include "app/files/import_view.h"
#include "app/fleet/ageing_view.h"
#include "app/fleet/fleet_desk.h"
#include "app/fleet/group_view.h"
#include "app/fleet/round_view.h"
#include "app/parts/look.h"
#include "app/parts/plot_widget.h"
#include "app/profiles/profile_view.h"
#include "app/profiles/screening_view.h"
#include "app/shell/main_window.h"
#include "app/studio/add_display.h"
#include "app/studio/bring_home.h"
#include "app/studio/edit_display.h"
#include "app/studio/edit_letterhead.h"
#include "app/studio/instruments_view.h"
#include "app/studio/move_studio.h"
#include "app/survey/room_typed.h"
#include "app/visit/visit_controller.h"
#include "app/visit/visit_runner.h"
#include "app/visit/work_settings.h"
#include "app/visit/worksheet.h"
#include "report/files.h"
#include "report/report.h"
#include "words/words.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QHeaderView>
#include <QMenuBar>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>
#include <QTranslator>
#include <QTreeView>

namespace language_test {

using namespace lamp;
using namespace lamp::app;

namespace {

bool isCut(const QLabel &l)
{
    if (l.text().isEmpty() || l.width() <= 0) {
        return false;
    }
    return l.wordWrap() ? l.heightForWidth(l.width()) > l.height() + 1
                        : l.sizeHint().width() > l.width() + 1 || l.sizeHint().height() > l.height() + 1;
}

int longestLine(const QFontMetrics &metrics, const QString &text)
{
    int most = 0;
    for (const QString &line : text.split('\n')) {
        most = std::max(most, metrics.horizontalAdvance(line));
    }
    return most;
}

/// Texts that are not wholly to be seen.
QStringList cut(const QWidget &in)
{
    QStringList all;
    const auto look = [&](const QWidget *w, const QString &text, bool bad) {
        if (w->isVisibleTo(&in) && bad) {
            all << QString(w->metaObject()->className()) + ": " + text;
        }
    };
    for (const QLabel *l : in.findChildren<QLabel *>()) {
        look(l, l->text(), isCut(*l));
    }
    for (const QAbstractButton *b : in.findChildren<QAbstractButton *>()) {
        look(b, b->text(), !b->text().isEmpty() && b->sizeHint().width() > b->width() + 1);
    }
    for (const QComboBox *c : in.findChildren<QComboBox *>()) {
        look(c, c->currentText(), c->fontMetrics().horizontalAdvance(c->currentText()) > c->width() - 16);
    }
    for (const QHeaderView *h : in.findChildren<QHeaderView *>()) {
        for (int i = 0; h->orientation() == Qt::Horizontal && h->isVisibleTo(&in) && i < h->count(); ++i) {
            const QString text = h->model()->headerData(i, Qt::Horizontal).toString();
            look(h, text, h->sectionSize(i) > 0 && longestLine(h->fontMetrics(), text) > h->sectionSize(i));
        }
    }
    for (const QTreeView *t : in.findChildren<QTreeView *>()) {
        std::function<void(const QModelIndex &)> each = [&](const QModelIndex &parent) {
            for (int r = 0; r < t->model()->rowCount(parent); ++r) {
                const QModelIndex i = t->model()->index(r, 0, parent);
                const QString text = i.data().toString();
                const int room = t->visualRect(i).width() - (parent.isValid() ? t->iconSize().width() + 4 : 0);
                look(t, text, longestLine(t->fontMetrics(), text) > room);
                each(i);
            }
        };
        each({});
    }
    return all;
}

QString letterOf(const QString &text)
{
    const qsizetype at = QString(text).replace("&&", "  ").indexOf('&');
    return at < 0 ? QString() : text.mid(at + 1, 1).toLower();
}

/// Letters that two things answer to at once.
QStringList sharedLetters(const QWidget &in)
{
    QStringList all;
    QMap<QString, QString> taken;
    const auto take = [&](const QString &text) {
        const QString letter = letterOf(text);
        if (!letter.isEmpty() && taken.contains(letter)) {
            all << taken[letter] + " / " + text;
        }
        taken[letter] = text;
    };
    for (const QMenuBar *bar : in.findChildren<QMenuBar *>()) {
        for (const QAction *a : bar->actions()) {
            take(a->text());
        }
    }
    for (const QPushButton *b : in.findChildren<QPushButton *>()) {
        if (b->isVisibleTo(&in) && b->isEnabled()) {
            take(b->text());
        }
    }
    for (const QLabel *l : in.findChildren<QLabel *>()) {
        if (l->isVisibleTo(&in) && l->buddy() != nullptr && l->buddy()->isVisibleTo(&in)) {
            take(l->text());
        }
    }
    return all;
}

QStringList sharedInMenus(const QWidget &window)
{
    QStringList all;
    for (const QMenu *menu : window.findChildren<QMenu *>()) {
        QSet<QString> taken;
        for (const QAction *a : menu->actions()) {
            const QString letter = letterOf(a->text());
            if (!letter.isEmpty() && taken.contains(letter)) {
                all << menu->title() + ": " + a->text();
            }
            taken.insert(letter);
        }
    }
    return all;
}

} // namespace

class TestLanguage : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    static void inspectView(QWidget &w, const QString &name)
    {
        QTest::qWait(60);
        // What was said just now, from another thread, is laid out before it is looked at: sizes pass from child to parent.
        for (int i = 0; i < 4; ++i) {
            QCoreApplication::sendPostedEvents(nullptr, QEvent::LayoutRequest);
        }
        QElapsedTimer since; // on a busy machine what was worked out just now widens the list a moment later
        for (since.start(); !cut(w).isEmpty() && since.elapsed() < 2000;) {
            QTest::qWait(50);
        }
        picture(w, Language::tag() + '-' + name);
        const QStringList found = cut(w) + paintedCut(w), shared = sharedLetters(w);
        QVERIFY2(found.isEmpty(), qPrintable(name + " cuts: " + found.join(" | ")));
        QVERIFY2(shared.isEmpty(), qPrintable(name + " shares letters: " + shared.join(" | ")));
    }

    static qint64 idOf(const MainWindow &w, const QString &name)
    {
        for (const DisplayEntry &d : w.store()->studio().displays()) {
            if (d.name.startsWith(name)) {
                return d.id;
            }
        }
        return 0;
    }

    void lookAtFiles(MainWindow &w)
    {
        const VisitRecord record = w.store()->visits().record(w.store()->visits().of(idOf(w, "Avocet")).front().id).value();
        QStringList profiles;
        for (int i = 0; i < 3; ++i) {
            profiles << m_dir.filePath(QStringLiteral("avocet-%1.icc").arg(i));
            QVERIFY(writeFile(std::filesystem::path(profiles.back().toStdString()), record.profile).ok());
        }
        const QString csv = m_dir.filePath("readings.csv");
        QVERIFY(writeFile(std::filesystem::path(csv.toStdString()), readingsToCsv(readingSet(record))).ok());
        const auto open = [&](const QStringList &files, const char *name) {
            w.openFiles(files);
            QTRY_VERIFY_WITH_TIMEOUT(!w.desk()->busy(), 30000);
            inspectView(w, name);
        };
        open({profiles.front()}, "profile");
        open(profiles, "screening");
        open({csv}, "import");
        w.desk()->typeReadings(*w.store(), idOf(w, "Avocet"));
        inspectView(w, "typed");
    }

    void lookAtVisits(MainWindow &w)
    {
        w.worksheet()->setRecord(
            std::make_shared<VisitRecord>(w.store()->visits().record(w.store()->visits().of(idOf(w, "Turnstone")).front().id).value()));
        w.selectDisplay(idOf(w, "Dunlin"));
        w.startVisit(Task::Full);
        QSet<int> seen;
        // Each stage's question, and the line it comes to.
        QElapsedTimer since;
        since.start();
        while (w.runner()->running() && since.elapsed() < 60000) {
            QTest::qWait(20);
            if (w.runner()->question()) {
                const int stage = int(w.runner()->question()->stage);
                if (!seen.contains(stage)) {
                    seen.insert(stage);
                    inspectView(w, QStringLiteral("visit-%1").arg(stage));
                }
                QTest::keyClick(w.windowHandle(), Qt::Key_Space);
            }
        }
        QVERIFY2(!w.runner()->running(), w.runner()->question() ? plainEnglish(w.runner()->question()->text).c_str() : "no question");
        QVERIFY2(seen.size() >= 5, qPrintable(QString::number(seen.size())));
        inspectView(w, "visit-done");
    }

    /// A dialog on a screen of 1280x720 less its frame, as it is and with letters twice as large: its buttons are on it.
    static void fitsTheScreen(QDialog &dialog, const char *name)
    {
        const QFont usual = QApplication::font();
        for (const int times : {1, 2}) {
            QFont font = usual;
            font.setPointSizeF(times * usual.pointSizeF());
            QApplication::setFont(font);
            QApplication::processEvents();
            constexpr QSize kScreen(1270, 680);
            dialog.resize(kScreen.boundedTo(dialog.sizeHint()));
            QApplication::processEvents();
            const auto *box = dialog.findChild<QDialogButtonBox *>();
            const bool fits = dialog.width() <= kScreen.width() && dialog.height() <= kScreen.height();
            const bool reached = box == nullptr || dialog.rect().contains(QRect(box->mapTo(&dialog, QPoint()), box->size()));
            if (!fits || !reached) {
                QApplication::setFont(usual);
                QFAIL(qPrintable(QStringLiteral("%1 at %2 %: %3x%4, buttons %5")
                                     .arg(name)
                                     .arg(100 * times)
                                     .arg(dialog.width())
                                     .arg(dialog.height())
                                     .arg(reached ? "on it" : "out of sight")));
            }
        }
        QApplication::setFont(usual);
        QApplication::processEvents();
    }

    void lookAtDialogs(MainWindow &w)
    {
        WorkSettings settings(w.store(), &w);
        settings.show();
        inspectView(settings, "settings");
        fitsTheScreen(settings, "settings");
        settings.close();
        AddDisplay add(*w.store(), &w);
        add.show();
        inspectView(add, "add-display");
        fitsTheScreen(add, "add-display");
        add.close();
        EditDisplay edit(w.store()->studio().displays().front(), *w.store(), &w);
        edit.show();
        inspectView(edit, "edit-display");
        fitsTheScreen(edit, "edit-display");
        edit.close();
        RoomTyped typed(&w);
        typed.show();
        inspectView(typed, "room-typed");
        fitsTheScreen(typed, "room-typed");
        typed.close();
        EditLetterhead head(*w.store(), &w);
        head.show();
        inspectView(head, "letterhead");
        fitsTheScreen(head, "letterhead");
        head.close();
        GamutView bodies({}, &w);
        bodies.show();
        QTRY_VERIFY(!bodies.busy());
        inspectView(bodies, "bodies");
        fitsTheScreen(bodies, "bodies");
        bodies.close();
        BringHome home(w.store()->path(), w.store()->path(), &w); // which is no copy: says so
        home.show();
        QTRY_VERIFY(!labels(home).contains(QStringLiteral("…")));
        inspectView(home, "bring-home");
        fitsTheScreen(home, "bring-home");
        home.close();
        MoveStudio place(w.store()->path(), &w);
        place.show();
        inspectView(place, "where-it-is-kept");
        fitsTheScreen(place, "where-it-is-kept");
        place.close();
    }

private Q_SLOTS:
    void initTestCase() { loadFonts(); }

    // What looks for painted text that is cut finds it: the same chart with room, and without.
    void paintedTextIsLookedAt()
    {
        if (qEnvironmentVariableIsSet("LAMP_LANGUAGE_TEST")) {
            QSKIP("This is the program that is looked at.");
        }
        QWidget window;
        window.resize(500, 300);
        auto *chart = new PlotWidget(&window);
        plot::Plot p;
        p.title = "A title of some length, as charts have them";
        p.x = {"drive", "%", 0, 100, {0, 50, 100}, 0};
        p.y = {"light", "cd/m²", 0, 100, {0, 50, 100}, 0};
        chart->setPlot(p);
        chart->setGeometry(0, 0, 480, 220);
        window.show();
        int texts = 0;
        const QStringList whole = paintedCut(window, &texts);
        QVERIFY2(whole.isEmpty(), qPrintable(whole.join(" | ")));
        QVERIFY2(texts >= 6, qPrintable(QString::number(texts)));
        chart->setGeometry(0, 0, 150, 220);
        QVERIFY(!paintedCut(window).isEmpty());
    }

    void nothingIsCutOff_data()
    {
        QTest::addColumn<QString>("tag");
        QTest::addColumn<QString>("scale");
        for (const char *tag : {"en", "de"}) {
            for (const char *scale : {"1", "1.5", "2"}) {
                QTest::addRow("%s at %s", tag, scale) << tag << scale;
            }
        }
    }
    /// A scale is that of the whole program: each combination is a program of its own.
    void nothingIsCutOff()
    {
        if (qEnvironmentVariableIsSet("LAMP_LANGUAGE_TEST")) {
            QSKIP("This is the program that is looked at.");
        }
        QFETCH(QString, tag);
        QFETCH(QString, scale);
        QProcess child;
        QProcessEnvironment e = QProcessEnvironment::systemEnvironment();
        e.insert("LAMP_LANGUAGE_TEST", tag);
        e.insert("QT_SCALE_FACTOR", scale);
        e.insert("XDG_CONFIG_HOME", m_dir.filePath(tag + scale));
        e.insert("XDG_DATA_HOME", m_dir.filePath(tag + scale));
        // A screen as large as such scales are used on.
        const QString screen = m_dir.filePath("screen.json");
        QVERIFY(writeFile(std::filesystem::path(screen.toStdString()),
                          std::string(R"({"screens":[{"name":"one","x":0,"y":0,"width":2880,"height":1800,"logicalDpi":96,"dpr":1}]})"))
                    .ok());
        e.insert("QT_QPA_PLATFORM", "offscreen:configfile=" + screen);
        child.setProcessEnvironment(e);
        child.setProcessChannelMode(QProcess::MergedChannels);
        child.start(QCoreApplication::applicationFilePath(), {"language", "everyView"});
        QVERIFY(child.waitForFinished(120000));
        // What failed, without the plugin's chatter, which would fill the message.
        QByteArray failed;
        for (const QByteArray &line : child.readAll().split('\n')) {
            failed += line.startsWith("QWARN") || line.startsWith("PASS") ? QByteArray() : line + '\n';
        }
        QVERIFY2(child.exitCode() == 0, failed.right(4000));
    }

    void everyView()
    {
        const QString tag = qEnvironmentVariable("LAMP_LANGUAGE_TEST");
        if (tag.isEmpty()) {
            QSKIP("The other one starts this in each language and scale.");
        }
        QVERIFY(Language::choose(tag));
        for (QTranslator *t : Language::translators()) {
            QVERIFY(QCoreApplication::installTranslator(t));
        }
        applySurround(*qApp, Surround::Dim);
        MainWindow w(m_dir.filePath("demo.sqlite"));
        w.show();
        inspectView(w, "welcome");
        w.openStore(Demo::Desks);
        w.setSpeed(0);
        QTRY_VERIFY_WITH_TIMEOUT(!w.fillingDemo(), 60000);
        w.activateWindow();
        QVERIFY2(sharedInMenus(w).isEmpty(), qPrintable(sharedInMenus(w).join(" | ")));
        for (const char *name : {"Avocet", "Turnstone", "Curlew", "Dunlin"}) {
            w.selectDisplay(idOf(w, name));
            inspectView(w, QStringLiteral("card-") + name);
            QVERIFY2(w.width() <= 1280 && w.height() <= 760, qPrintable(QStringLiteral("%1 × %2").arg(w.width()).arg(w.height())));
        }
        for (const auto &[key, with, name] :
             std::vector<std::tuple<Qt::Key, Qt::KeyboardModifiers, QString>>{{Qt::Key_F3, Qt::NoModifier, "board"},
                                                                              {Qt::Key_G, Qt::ControlModifier, "agreement"},
                                                                              {Qt::Key_L, Qt::ControlModifier, "ageing"},
                                                                              {Qt::Key_R, Qt::ControlModifier, "round"},
                                                                              {Qt::Key_M, Qt::ControlModifier, "survey"},
                                                                              {Qt::Key_K, Qt::ControlModifier, "answers"},
                                                                              {Qt::Key_B, Qt::ControlModifier, "compare"}}) {
            QTest::keyClick(&w, key, with);
            QTRY_VERIFY_WITH_TIMEOUT(!w.fleet()->board()->busy() && !w.fleet()->group()->busy() && !w.fleet()->ageing()->busy()
                                         && !w.fleet()->round()->busy() && !w.answers()->busy() && !w.comparing()->busy(),
                                     60000);
            inspectView(w, name);
            QVERIFY2(w.width() <= 1280 && w.height() <= 760, qPrintable(QStringLiteral("%1: %2 × %3").arg(name).arg(w.width()).arg(w.height())));
        }
        // Each answer, and visits side by side.
        QTest::keyClick(&w, Qt::Key_K, Qt::ControlModifier);
        for (const Asked asked : kAsked) {
            w.answers()->choose(asked);
            QTRY_VERIFY_WITH_TIMEOUT(!w.answers()->busy() && w.answers()->answer(), 60000);
            inspectView(w, QStringLiteral("answer-") + QString::fromStdString(askedName(asked)));
        }
        QTest::keyClick(&w, Qt::Key_B, Qt::ControlModifier);
        w.comparing()->choose(w.comparing()->offered().mid(0, 3));
        QTRY_VERIFY_WITH_TIMEOUT(!w.comparing()->busy() && w.comparing()->comparison(), 60000);
        inspectView(w, "compared");
        QVERIFY2(w.width() <= 1280 && w.height() <= 760, qPrintable(QStringLiteral("%1 × %2").arg(w.width()).arg(w.height())));
        QTest::keyClick(&w, Qt::Key_I, Qt::ControlModifier);
        QVERIFY(w.findChild<InstrumentsView *>()->isVisible());
        inspectView(w, "instruments");
        QVERIFY2(w.width() <= 1280 && w.height() <= 760, qPrintable(QStringLiteral("%1 × %2").arg(w.width()).arg(w.height())));
        lookAtDialogs(w);
        lookAtFiles(w);
        w.activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(&w, 30000)); // beside other programs this takes its time
        lookAtVisits(w);
    }
};

LAMP_WINDOW_TEST(language, TestLanguage)

} // namespace language_test
#include "test_language.moc"
