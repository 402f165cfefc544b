// SPDX-License-Identifier: GPL-3.0-or-later
// The instruments' cards, without the window around them.
#include "support.h"

#include "ui/views.h"

#include "app/parts/banner.h"
#include "app/parts/look.h"
#include "app/studio/instruments_view.h"
#include "report/report.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <QApplication>
#include <QCheckBox>
#include <QDateEdit>
#include <QDoubleSpinBox>
#include <QLabel>
#include <QLineEdit>
#include <QListWidget>
#include <QPushButton>
#include <QTableWidget>
#include <QTemporaryDir>

namespace instruments_test {

using namespace lamp;
using namespace lamp::app;

namespace {

const WallTime kNow = fromIsoTime("2031-06-15T09:00:00Z");

QPushButton *button(const QWidget &w, const QString &label)
{
    for (QPushButton *b : w.findChildren<QPushButton *>()) {
        if (QString(b->text()).remove('&') == label) {
            return b;
        }
    }
    return nullptr;
}

QCheckBox *box(const QWidget &w, const QString &label)
{
    for (QCheckBox *b : w.findChildren<QCheckBox *>()) {
        if (QString(b->text()).remove('&') == label) {
            return b;
        }
    }
    return nullptr;
}

} // namespace

class TestInstruments : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;
    std::unique_ptr<Store> m_store;
    qint64 m_display = 0;

    InstrumentEntry stored(int i = 0) const { return m_store->studio().instruments().at(size_t(i)); }

private Q_SLOTS:
    void initTestCase()
    {
        loadFonts();
        applySurround(*qApp, Surround::Dim);
        m_store = std::move(Store::open(m_dir.filePath("studio.sqlite"))).value();
        DisplayEntry d;
        d.roomId = m_store->studio().addRoom("Drawing office").value();
        d.name = "Avocet";
        m_display = m_store->studio().add(d, kNow).value();
    }

    void anEmptyStudioSaysSo()
    {
        Banner banner;
        InstrumentsView view(banner);
        view.show(*m_store, kNow);
        QVERIFY(labels(view, false).contains("No instrument has been used yet"));
        QVERIFY(!view.choose(1));
        QVERIFY(!view.findChild<QListWidget *>()->isVisibleTo(&view));
    }

    void visitsWriteTheCard()
    {
        auto bench = std::move(sim::makeBench("wled", 2)).value();
        VisitPlan plan;
        plan.task = Task::Profile;
        plan.effort = Effort::Quick;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        VisitHooks hooks;
        hooks.wallClock = [] { return kNow; };
        Visit visit(*bench, plan, hooks, {});
        VisitRecord record = visit.run().value();
        record.id = "a";
        QVERIFY(m_store->visits().finish(record, m_display).ok());
        record.id = "b";
        QVERIFY(m_store->visits().finish(record, m_display).ok());
        const InstrumentUse use = m_store->studio().useOf(stored().id);
        QCOMPARE(use.visits, 2);
        QCOMPARE(use.displays, 1);
        QCOMPARE(use.last, std::optional(kNow));
        // What the instrument says of its certificate is on the card; a later visit with an older one, or one that lies in the
        // future, changes nothing.
        QCOMPARE(isoTime(stored().certified.value()).substr(0, 10), record.instrument.lastCertified);
        for (const char *day : {"2020-01-01", "2050-01-01", "not known"}) {
            record.id = day;
            record.instrument.lastCertified = day;
            QVERIFY(m_store->visits().save(record, m_display, VisitState::Running).ok());
            QCOMPARE(isoTime(stored().certified.value()).substr(0, 10), std::string("2026-02-10"));
        }
        QCOMPARE(m_store->studio().useOf(4711).visits, 0);
        Banner banner;
        InstrumentsView view(banner);
        view.show(*m_store, kNow);
        QVERIFY2(view.facts().contains("Used in 2 visits") && view.facts().contains("15 June 2031"), qPrintable(view.facts()));
        QVERIFY(view.facts().startsWith(stored().model));
    }

    void editsAreKeptAndTakenBack()
    {
        Banner banner;
        InstrumentsView view(banner);
        view.resize(900, 600);
        view.show(*m_store, kNow);
        view.QWidget::show();
        const InstrumentEntry before = stored();
        QVERIFY(!button(view, "Keep")->isEnabled() && !button(view, "Revert")->isEnabled());
        box(view, "Stated accuracy of x and y")->setChecked(true);
        for (QDoubleSpinBox *b : view.findChildren<QDoubleSpinBox *>()) {
            if (b->accessibleName() == "accuracy of x and y") {
                QVERIFY(b->isEnabled());
                b->setValue(0.0009);
            }
        }
        box(view, "Certified on")->setChecked(true);
        for (QDateEdit *d : view.findChildren<QDateEdit *>()) {
            if (d->accessibleName() == "Certified on") {
                d->setMaximumDate(QDate(2031, 6, 15));
                d->setDate(QDate(2028, 2, 29));
            }
        }
        QVERIFY(button(view, "Keep")->isEnabled());
        QVERIFY(stored() == before); // not before it is kept
        button(view, "Keep")->click();
        QCOMPARE(stored().accuracyXy, std::optional(0.0009));
        QCOMPARE(isoTime(stored().certified.value()), std::string("2028-02-29T00:00:00Z"));
        QVERIFY(!stored().accuracyLuminancePercent);
        // Three years old: it is told.
        QVERIFY2(view.facts().contains("it was due on"), qPrintable(view.facts()));
        QVERIFY(banner.message().contains("Visits from now on count with it"));
        picture(view, "instruments-card");
        button(banner, "Undo")->click();
        QVERIFY(stored() == before);
        QVERIFY(!box(view, "Stated accuracy of x and y")->isChecked());
    }

    void revertTakesBackWhatIsNotKept()
    {
        Banner banner;
        InstrumentsView view(banner);
        view.show(*m_store, kNow);
        auto *note = view.findChildren<QLineEdit *>().last();
        for (QLineEdit *edit : view.findChildren<QLineEdit *>()) {
            edit->setText("something");
        }
        box(view, "No longer in use")->setChecked(true);
        QVERIFY(button(view, "Revert")->isEnabled());
        button(view, "Revert")->click();
        QVERIFY(note->text().isEmpty() && !box(view, "No longer in use")->isChecked());
        QVERIFY(!button(view, "Keep")->isEnabled());
        QVERIFY(stored().note.isEmpty());
    }

    void putAwayAndItsCorrections()
    {
        MatrixCorrection c;
        c.instrumentModel = stored().model.toStdString();
        c.instrumentSerial = stored().serial.toStdString();
        c.referenceModel = "Plover";
        c.referenceSerial = "P-017";
        c.technology = "wled";
        c.made = fromIsoTime("2031-05-01T00:00:00Z");
        c.residual = 0.42;
        QVERIFY(m_store->aims().add(c).ok());
        c.instrumentSerial = "another";
        QVERIFY(m_store->aims().add(c).ok());
        Banner banner;
        InstrumentsView view(banner);
        view.show(*m_store, kNow);
        auto *table = view.findChild<QTableWidget *>();
        QCOMPARE(table->rowCount(), 1); // those of others are theirs
        QCOMPARE(table->item(0, 2)->text(), QString("Plover P-017"));
        QCOMPARE(table->item(0, 3)->text(), QString("0.42"));
        box(view, "No longer in use")->setChecked(true);
        button(view, "Keep")->click();
        QCOMPARE(stored().retired, std::optional(kNow));
        QVERIFY(view.findChild<QListWidget *>()->item(0)->text().contains("no longer in use"));
        // Kept again later, the day stays.
        InstrumentsView later(banner);
        later.show(*m_store, kNow + std::chrono::days{9});
        for (QLineEdit *edit : later.findChildren<QLineEdit *>()) {
            edit->setText("on the shelf");
        }
        button(later, "Keep")->click();
        QCOMPARE(stored().retired, std::optional(kNow));
        QCOMPARE(stored().note, QString("on the shelf"));
    }
};

LAMP_WINDOW_TEST(instruments, TestInstruments)

} // namespace instruments_test
#include "test_instruments.moc"
