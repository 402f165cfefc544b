// SPDX-License-Identifier: GPL-3.0-or-later
// A display's card edited in the window, by two at once as well; and the settings card that is stuck on it.
#include "english.h"
#include "support.h"

#include "ui/views.h"

#include "app/board/reminder.h"
#include "app/parts/look.h"
#include "app/parts/words.h"
#include "app/studio/card_view.h"
#include "app/studio/due_book.h"
#include "app/studio/edit_display.h"
#include "app/studio/edit_letterhead.h"
#include "app/studio/edit_many.h"
#include "app/studio/photographs.h"
#include "report/report.h"
#include "report/settings_card.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QLineEdit>
#include <QProcess>
#include <QPushButton>
#include <QSpinBox>
#include <QTemporaryDir>

namespace cards_test {

using namespace lamp;
using namespace lamp::app;

namespace {

const WallTime kNow = fromIsoTime("2031-06-15T09:00:00Z");

} // namespace

class TestCards : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::unique_ptr<Store> m_store;
    qint64 m_display = 0;

    DisplayEntry now() const { return *m_store->studio().display(m_display); }

private Q_SLOTS:
    void initTestCase()
    {
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        m_store = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
        DisplayEntry d;
        d.roomId = m_store->studio().addRoom("Drawing office").value();
        d.name = "Avocet, chart desk";
        d.model = "Avocet 24";
        d.serial = "AV-1";
        d.technology = "a kind of its own";
        d.bits = 8;
        d.cadenceDays = 28;
        m_display = m_store->studio().add(d, kNow).value();
    }

    // Opened and closed it changes nothing, whatever the card holds.
    void lookingChangesNothing()
    {
        const DisplayEntry before = now();
        const EditDisplay dialog(before, *m_store, nullptr);
        QVERIFY(keepEdited(*m_store, before, dialog.edited(), kNow).ok());
        const DisplayEntry after = now();
        QCOMPARE(after.technology, QString("a kind of its own"));
        QVERIFY(after.name == before.name && after.roomId == before.roomId && after.bits == 8 && after.cadenceDays == 28 && !after.retired);
        QCOMPARE(m_store->studio().rooms().size(), size_t(1));
        QCOMPARE(m_store->studio().events(m_display).size(), size_t(1)); // that it was added
    }

    void allOfTheCardIsEdited()
    {
        const DisplayEntry before = now();
        EditDisplay dialog(before, *m_store, nullptr);
        dialog.show();
        picture(dialog, "edit-display");
        auto edits = dialog.findChildren<QLineEdit *>();
        auto *name = edits.front();
        QPushButton *ok = dialog.findChild<QDialogButtonBox *>()->button(QDialogButtonBox::Ok);
        QCOMPARE(name->text(), before.name);
        name->clear();
        QVERIFY(!ok->isEnabled()); // nothing without a name
        name->setText("Avocet, proof table");
        QVERIFY(ok->isEnabled());
        dialog.findChildren<QComboBox *>().front()->setCurrentText("Proofing booth"); // a new room
        for (QSpinBox *box : dialog.findChildren<QSpinBox *>()) {
            box->setValue(box->value() == 28 ? 14 : box->value());
        }
        QVERIFY(keepEdited(*m_store, before, dialog.edited(), kNow).ok());
        const DisplayEntry after = now();
        QCOMPARE(after.name, QString("Avocet, proof table"));
        QCOMPARE(after.cadenceDays, 14);
        QVERIFY(after.roomId != before.roomId);
        QCOMPARE(m_store->studio().events(m_display).back().after, QString("Proofing booth")); // a move is remembered
        QVERIFY(!m_store->studio().search("proof table").empty());
        // Taken back it is what it was.
        EditDisplay::Edited back{before, "Drawing office", false};
        QVERIFY(keepEdited(*m_store, after, back, kNow).ok());
        QVERIFY(now().name == before.name && now().roomId == before.roomId && now().cadenceDays == 28);
    }

    // Two edit the same card: the second is told, and nothing of the first is lost.
    void whatSomebodyElseChangedIsNotOverwritten()
    {
        const DisplayEntry before = now();
        EditDisplay mine(before, *m_store, nullptr), theirs(before, *m_store, nullptr);
        theirs.findChildren<QLineEdit *>().front()->setText("Theirs");
        mine.findChildren<QLineEdit *>().front()->setText("Mine");
        QVERIFY(keepEdited(*m_store, before, theirs.edited(), kNow).ok());
        const Status second = keepEdited(*m_store, before, mine.edited(), kNow);
        QVERIFY(!second.ok());
        QCOMPARE(second.error().code, std::string("changed"));
        QCOMPARE(now().name, QString("Theirs"));
        QVERIFY(keepEdited(*m_store, now(), {before, "Drawing office", false}, kNow).ok());
    }

    void takenOutOfUseAndBack()
    {
        const DisplayEntry before = now();
        EditDisplay dialog(before, *m_store, nullptr);
        dialog.findChild<QCheckBox *>()->setChecked(true);
        QVERIFY(keepEdited(*m_store, before, dialog.edited(), kNow).ok());
        QVERIFY(now().retired && m_store->studio().displays().empty());
        const DisplayEntry retired = now();
        QVERIFY(keepEdited(*m_store, retired, {retired, "Drawing office", false}, kNow).ok());
        QVERIFY(!now().retired && m_store->studio().displays().size() == 1);
    }

    // Several cards at once: what is not ticked stays as it was on each, all or none, and back again.
    void severalCardsAreEditedAtOnce()
    {
        std::vector<qint64> ids;
        for (const char *name : {"Knot, left", "Knot, right"}) {
            DisplayEntry d = now();
            d.name = d.model = name;
            d.serial = QString("K-") + name;
            d.role = name;
            d.cadenceDays = 14;
            d.retired.reset();
            ids.push_back(m_store->studio().add(d, kNow).value());
        }
        const auto entries = [&] { return std::vector{*m_store->studio().display(ids[0]), *m_store->studio().display(ids[1])}; };
        const std::vector<DisplayEntry> before = entries();
        EditMany dialog(before, *m_store, nullptr);
        dialog.show();
        auto *ok = dialog.findChild<QDialogButtonBox *>()->button(QDialogButtonBox::Ok);
        QVERIFY(!ok->isEnabled()); // nothing is ticked
        for (QCheckBox *tick : dialog.findChildren<QCheckBox *>()) {
            tick->setChecked(tick->text().contains("Visited") || tick->text().contains("Room"));
        }
        for (QSpinBox *box : dialog.findChildren<QSpinBox *>()) {
            if (box->accessibleName().contains("Visited")) {
                QVERIFY(box->isEnabled());
                box->setValue(91);
            }
        }
        for (QComboBox *box : dialog.findChildren<QComboBox *>()) {
            if (box->accessibleName() == "Room") {
                box->setCurrentText("Proofing booth");
            }
        }
        QVERIFY(ok->isEnabled());
        ::picture(dialog, "edit-many");
        const auto edited = dialog.edited();
        QVERIFY(keepAllEdited(*m_store, before, edited, kNow).ok());
        const std::vector<DisplayEntry> after = entries();
        for (size_t i = 0; i < 2; ++i) {
            QCOMPARE(after[i].cadenceDays, 91);
            QVERIFY(after[i].roomId != before[i].roomId && after[i].roomId == after[0].roomId);
            QVERIFY(after[i].name == before[i].name && after[i].role == before[i].role && after[i].technology == before[i].technology);
            QVERIFY(!after[i].retired);
        }
        // Somebody has changed one of them meanwhile: none is changed.
        QVERIFY(!keepAllEdited(*m_store, before, edited, kNow).ok());
        QCOMPARE(m_store->studio().display(ids[0])->cadenceDays, 91);
        std::vector<EditDisplay::Edited> back;
        for (const DisplayEntry &d : before) {
            back.push_back({d, "Drawing office", false});
        }
        QVERIFY(keepAllEdited(*m_store, after, back, kNow).ok());
        QCOMPARE(entries()[1].cadenceDays, 14);
    }

    // Once a day, in the morning, on days that the program was not begun on; and only where there is something to do.
    void whatIsDueIsToldOnceADay()
    {
        QStringList told;
        Store *store = m_store.get();
        DueBook due;
        Reminder reminder([&] { return store; }, due, [&](const QString &title, const QString &which) { told << title + ": " + which; });
        const WallTime today = wallNow();
        QVERIFY(!reminder.look(today)); // whoever begins it sees the board
        const auto at = [&](int days, int hour) {
            return today + std::chrono::days{days} + std::chrono::minutes{int(60 * (hour - localHours(today)))};
        };
        QVERIFY(!reminder.look(at(1, 5)) && told.isEmpty()); // at night
        QVERIFY(reminder.look(at(1, 9)));
        QTRY_COMPARE(told.size(), 1); // once history is worked out
        QVERIFY2(told.front().contains("displays") && told.front().contains("never visited"), qPrintable(told.front()));
        QVERIFY(!reminder.look(at(1, 17)));
        QVERIFY(reminder.look(at(2, 9)));
        QTRY_COMPARE(told.size(), 2);
        store = nullptr;
        QVERIFY(!reminder.look(at(3, 9)));
    }

    // Photographs are made small, upright and without what a camera writes beside them; what is none is said, and the others are kept.
    void photographsStandOnTheCard()
    {
        const QString large = m_dir.filePath("IMG_0001.jpg"), text = m_dir.filePath("notes.jpg"), mark = m_dir.filePath("mark.png");
        QImage picture(3000, 1500, QImage::Format_RGB32);
        picture.fill(QColor(90, 110, 140));
        picture.setText("Author", "somebody");
        QVERIFY(picture.save(large));
        {
            QFile f(text);
            QVERIFY(f.open(QIODevice::WriteOnly));
            f.write("no picture at all");
        }
        const auto kept = pictureToKeep(large, 1600, "JPG");
        QVERIFY(kept.ok());
        const QImage small = QImage::fromData(kept.value());
        QCOMPARE(small.size(), QSize(1600, 800));
        QVERIFY(!kept->contains("somebody") && small.text("Author").isEmpty());
        QVERIFY(!pictureToKeep(text, 1600, "JPG").ok() && !pictureToKeep(m_dir.filePath("nowhere.png"), 1600, "JPG").ok());

        CardView card;
        card.resize(900, 640);
        card.show(now(), *m_store, Due{}, kNow);
        static_cast<QWidget &>(card).show();
        Photographs *photographs = card.photographs();
        std::optional<Error> failed;
        connect(photographs, &Photographs::failed, this, [&](const Error &e) { failed = e; });
        photographs->add({large, text, large});
        QTRY_COMPARE(photographs->count(), 2);
        QTRY_VERIFY(failed.has_value());
        QVERIFY(english(*failed).find("notes.jpg") != std::string::npos);
        const auto shown = photographs->findChildren<QPushButton *>();
        QTRY_VERIFY(std::count_if(shown.begin(), shown.end(), [](const QPushButton *b) { return b->isVisible() && !b->icon().isNull(); }) == 2);
        picture.save(mark);

        PhotographDialog dialog(*m_store, m_store->pictures().of(m_display), 0, nullptr);
        dialog.show();
        auto *words = dialog.findChild<QLineEdit *>();
        words->setText("The back, with its serial number");
        picture.save(mark);
        ::picture(dialog, "photograph");
        dialog.accept();
        QCOMPARE(m_store->pictures().of(m_display).front().words, QString("The back, with its serial number"));

        EditLetterhead head(*m_store, nullptr);
        head.findChild<QLineEdit *>()->setText("  Saltmarsh Cartographic ");
        head.takeMark(text);
        head.takeMark(mark);
        head.show();
        ::picture(head, "letterhead");
        head.accept();
        const Letterhead letterhead = m_store->pictures().letterhead();
        QCOMPARE(letterhead.name, std::string("Saltmarsh Cartographic"));
        QCOMPARE(QImage::fromData(letterhead.mark.data(), int(letterhead.mark.size())).width(), 900);
        photographs->leave();
        QCOMPARE(photographs->count(), 0);
    }

    // The card that is stuck on the display holds the menu's settings; a display without any says so.
    void theSettingsCardHoldsWhatAResetDestroys()
    {
        auto bench = sim::makeBench("wled", 3);
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        plan.effort = Effort::Quick;
        VisitHooks hooks;
        hooks.wallClock = [] { return kNow; };
        VisitRecord r = Visit(*bench.value(), plan, hooks, {}).run().value();
        const Bytes pdf = settingsCardPdf(r, kNow + std::chrono::days{28});
        QFile file(m_dir.filePath("card.pdf"));
        QVERIFY(file.open(QIODevice::WriteOnly));
        file.write(reinterpret_cast<const char *>(pdf.data()), qsizetype(pdf.size()));
        file.close();
        if (const QString pictures = qEnvironmentVariable("LAMP_PICTURES"); !pictures.isEmpty()) {
            QFile::copy(file.fileName(), pictures + "/settings-card.pdf");
        }
        QProcess text;
        text.start("pdftotext", {"-layout", file.fileName(), "-"});
        QVERIFY(text.waitForFinished(20000));
        const QString all = QString::fromUtf8(text.readAllStandardOutput());
        for (const auto &[name, value] : r.controls) {
            const QRegularExpression line(QStringLiteral("%1\\s+%2").arg(QString::fromStdString(name)).arg(value));
            QVERIFY2(all.contains(line), qPrintable(name.c_str() + all));
        }
        QVERIFY2(all.contains("15 June 2031") && all.contains("13 July 2031") && all.contains("leave the menu alone"), qPrintable(all));
        QProcess info;
        info.start("pdfinfo", {file.fileName()});
        QVERIFY(info.waitForFinished(20000));
        const QByteArray facts = info.readAllStandardOutput();
        // A6 across: 148 x 105 mm (ISO 216).
        QVERIFY2(facts.contains("Pages:           1") && facts.contains("420 x 297"), facts.constData());
        r.controls.clear();
        QVERIFY(QString::fromStdString(settingsCardHtml(r, {})).contains("write it here by hand"));
        QVERIFY(!QString::fromStdString(settingsCardHtml(r, {})).contains("Due again"));
    }
};

LAMP_WINDOW_TEST(cards, TestCards)

} // namespace cards_test
#include "test_cards.moc"
