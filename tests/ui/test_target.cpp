// SPDX-License-Identifier: GPL-3.0-or-later
// Choosing and changing what a display is brought to, without the window around it and in it.
#include "english.h"
#include "support.h"

#include "ui/views.h"

#include "app/parts/banner.h"
#include "app/parts/look.h"
#include "app/parts/plot_widget.h"
#include "app/shell/main_window.h"
#include "app/studio/open_studio.h"
#include "app/visit/target_desk.h"
#include "app/visit/target_form.h"
#include "app/visit/worksheet.h"
#include "base/file.h"
#include "colour/spectrum.h"
#include "report/report.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <QApplication>
#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QInputDialog>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>
#include <QSettings>
#include <QSignalSpy>
#include <QTemporaryDir>
#include <QTimer>

#include <numbers>

namespace target_test {

using namespace lamp;
using namespace lamp::app;

namespace {

template <typename W> W *named(QWidget &form, const QString &accessibleName)
{
    for (W *w : form.findChildren<W *>()) {
        if (w->accessibleName() == accessibleName) {
            return w;
        }
    }
    return nullptr;
}

void chooseText(QComboBox *box, const QString &text)
{
    QVERIFY(box != nullptr);
    const int row = box->findText(text);
    QVERIFY2(row >= 0, qPrintable(text));
    box->setCurrentIndex(row);
}

/// A display of the simulated benches, as a finished visit left it.
std::shared_ptr<const VisitedDisplay> visited()
{
    static const std::shared_ptr<const VisitedDisplay> display = [] {
        auto bench = std::move(sim::makeBench("wled", 5)).value();
        VisitPlan plan;
        plan.target = *builtInTarget("Photo");
        plan.tolerance = *builtInTolerance("studio");
        Visit visit(*bench, plan, {}, {});
        auto record = visit.run();
        auto made = VisitedDisplay::of(visitFacts(record.value()));
        return std::make_shared<const VisitedDisplay>(std::move(made).value());
    }();
    return display;
}

/// Answers the next dialog that asks for a text.
void typeInto(const QString &text)
{
    QTimer::singleShot(0, qApp, [text] {
        auto *dialog = qobject_cast<QInputDialog *>(QApplication::activeModalWidget());
        if (dialog != nullptr) {
            dialog->setTextValue(text);
            dialog->accept();
        }
    });
}

QPushButton *buttonOf(QWidget &form, const QString &label)
{
    for (QPushButton *b : form.findChildren<QPushButton *>()) {
        if (QString(b->text()).remove('&').startsWith(label)) {
            return b;
        }
    }
    return nullptr;
}

} // namespace

class TestTarget : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

private Q_SLOTS:
    void initTestCase()
    {
        qputenv("XDG_DATA_HOME", m_dir.filePath("data").toUtf8());
        qputenv("XDG_STATE_HOME", m_dir.filePath("state").toUtf8());
        QSettings::setPath(QSettings::NativeFormat, QSettings::UserScope, m_dir.filePath("config"));
        loadFonts();
        applySurround(*qApp, Surround::Dim);
    }

    void aTargetStandsWithAllItsSettings()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Print proof"), {});
        QCOMPARE(form.target().name, std::string("Print proof"));
        QCOMPARE(named<QComboBox>(form, "white")->currentText(), QString("D50"));
        QCOMPARE(named<QDoubleSpinBox>(form, "luminance of white")->value(), 100.0);
        QCOMPARE(named<QComboBox>(form, "tone")->currentText(), QString("L*"));
        QVERIFY(!named<QDoubleSpinBox>(form, "gamma")->isVisibleTo(&form)); // L* has none
        QVERIFY(form.choose(4));
        QCOMPARE(named<QDoubleSpinBox>(form, "light in the booth")->value(), 500.0);
        QVERIFY(named<QDoubleSpinBox>(form, "light in the booth")->isVisibleTo(&form));
        QVERIFY(!named<QDoubleSpinBox>(form, "luminance of white")->isVisibleTo(&form));
        // E·ρ/π: Lambert's law for paper of 85 %.
        QVERIFY2(form.preview().contains(QString::number(500 * 0.85 / std::numbers::pi, 'f', 1)), qPrintable(form.preview()));
        QVERIFY(!form.choose(0) && !form.choose(int(builtInTargets().size()) + 1));
    }

    void whatIsNotTouchedIsWhatWasKept()
    {
        for (const Target &t : builtInTargets()) {
            TargetForm form(builtInTargets(), t, {});
            QCOMPARE(targetToJson(form.target()), targetToJson(t));
            QCOMPARE(form.target().why, t.why);
        }
        // A target that only a visit knew, without a name, stands as it was.
        Target own = *builtInTarget("Photo");
        own.name.clear();
        own.why.clear();
        own.white.kind = WhiteTarget::Kind::Xy;
        own.white.xy = {0.3151, 0.3333};
        own.luminance.cdM2 = 97;
        own.keepLuminance = true;
        own.black = {false, 0.25};
        own.gamut = "Display P3";
        TargetForm form(builtInTargets(), own, {});
        QCOMPARE(targetToJson(form.target()), targetToJson(own));
        QVERIFY(form.target().keepLuminance);
    }

    void everySettingCanBeChangedInPlace()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Photo"), {});
        chooseText(named<QComboBox>(form, "white"), "daylight of");
        named<QDoubleSpinBox>(form, "temperature")->setValue(5800);
        named<QDoubleSpinBox>(form, "luminance of white")->setValue(95.5);
        chooseText(named<QComboBox>(form, "tone"), "gamma");
        named<QDoubleSpinBox>(form, "gamma")->setValue(2.35);
        chooseText(named<QComboBox>(form, "black"), "of");
        named<QDoubleSpinBox>(form, "luminance of black")->setValue(0.4);
        chooseText(named<QComboBox>(form, "gamut"), "Adobe RGB (1998)");
        const Target t = form.target();
        QVERIFY(t.name.empty()); // it is no longer "Photo"
        QVERIFY(t.white.kind == WhiteTarget::Kind::Daylight && t.white.cctK == 5800);
        QCOMPARE(t.luminance.cdM2, 95.5);
        QCOMPARE(t.tone.gamma, 2.35);
        QVERIFY(!t.black.native && t.black.cdM2 == 0.4);
        QCOMPARE(t.gamut, std::string("Adobe RGB (1998)"));
        // What can be set can be written and read.
        const auto back = targetFromJson(targetToJson(t));
        QVERIFY2(back.ok(), back.ok() ? "" : english(back.error()).c_str());
        QCOMPARE(targetToJson(back.value()), targetToJson(t));
        // The same number again: as it is kept.
        QVERIFY(form.choose(1));
        QCOMPARE(targetToJson(form.target()), targetToJson(*builtInTarget("Photo")));
    }

    void everyKindOfWhiteIsOneThatAFileTakes()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Photo"), Chromaticity{0.3391, 0.3545});
        auto *white = named<QComboBox>(form, "white");
        QVERIFY(white->count() >= 10);
        for (int i = 0; i < white->count(); ++i) {
            white->setCurrentIndex(i);
            const Target t = form.target();
            const auto back = targetFromJson(targetToJson(t));
            QVERIFY2(back.ok(), qPrintable(white->itemText(i)));
            QVERIFY(back->white.kind == t.white.kind);
        }
        // The daylight locus begins at 4000 K (CIE 15): a lower temperature is lifted to it.
        chooseText(white, "black body of");
        named<QDoubleSpinBox>(form, "temperature")->setValue(2400);
        chooseText(white, "daylight of");
        QVERIFY(form.target().white.cctK >= 4000);
    }

    void theLightAtTheDeskCanBeTheWhite()
    {
        const Chromaticity lamp{0.3391, 0.3545};
        TargetForm without(builtInTargets(), *builtInTarget("Photo"), {}), with(builtInTargets(), *builtInTarget("Photo"), lamp);
        QCOMPARE(named<QComboBox>(without, "white")->findText("the light at the desk"), -1);
        chooseText(named<QComboBox>(with, "white"), "the light at the desk");
        const Target t = with.target();
        QVERIFY(t.white.kind == WhiteTarget::Kind::Xy);
        LAMP_NEAR(t.white.xy.x, lamp.x, 1e-4);
        LAMP_NEAR(t.white.xy.y, lamp.y, 1e-4);
        QVERIFY(named<QDoubleSpinBox>(with, "x")->isReadOnly());
        with.setBoothLux(430);
        chooseText(named<QComboBox>(with, "luminance"), "of paper in a booth");
        QCOMPARE(named<QDoubleSpinBox>(with, "light in the booth")->value(), 430.0); // as it was measured there
        chooseText(named<QComboBox>(with, "white"), "x, y");                         // from there on by hand
        QVERIFY(!named<QDoubleSpinBox>(with, "x")->isReadOnly());
    }

    // A curve of one's own from a table, with what is wrong in one said; the file that it goes out as brings it back.
    void aToneCurveOfOnesOwn()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Photo"), {});
        QString csv = "code,cd/m²\n";
        for (int i = 0; i <= 8; ++i) {
            csv += QString::number(32 * i) + ',' + QString::number(0.2 + 100 * std::pow(i / 8.0, 1.9)) + '\n';
        }
        form.takeCurve(csv.toStdString());
        const Target t = form.target();
        QVERIFY(t.tone.kind == ToneKind::Own);
        QCOMPARE(named<QComboBox>(form, "tone")->currentText(), QString("own curve"));
        LAMP_NEAR(t.tone.value(0.5), std::pow(0.5, 1.9), 0.002);
        const auto back = targetFromJson(targetToJson(t));
        QVERIFY2(back.ok(), back ? "" : english(back.error()).c_str());
        QVERIFY(back->tone.own == t.tone.own);
        form.takeCurve("0,0\n1,2\n2,1\n");
        QVERIFY(labels(form, false).contains("must never fall"));
        QVERIFY(form.target().tone.own == t.tone.own); // what was there stays
        form.takeCurve("0,0\nhalf,2\n2,3\n");
        QVERIFY(labels(form, false).contains("line 2"));
        for (const char *bad :
             {R"({"kind":"own"})", R"({"kind":"own","samples":[0]})", R"({"kind":"own","samples":[0,0.5,0.4,1]})",
              R"({"kind":"own","samples":[0.1,1]})", R"({"kind":"own","samples":[0,"x",1]})", R"({"kind":"own","samples":[0,0.9]})"}) {
            QVERIFY(!targetFromJson(std::string(R"({"white":{"kind":"native"},"luminance":{"kind":"maximum"},"tone":)") + bad + "}").ok());
        }
        // One level alone, in a column without drives; and a display is calibrated to it.
        LAMP_NEAR(toneFromTable("0\n1\n4\n9\n16\n")->value(0.5), 0.25, 1e-12);
        auto bench = std::move(sim::makeBench("wled", 3)).value();
        VisitPlan plan;
        plan.target = t;
        plan.effort = Effort::Quick;
        plan.tolerance = *builtInTolerance("studio");
        const auto visit = Visit(*bench, plan, {}, {}).run();
        QVERIFY2(visit.ok(), visit ? "" : english(visit.error()).c_str());
        QVERIFY2(visit->gray.mean < 0.6, qPrintable(QString::number(visit->gray.mean)));
        const double white = bench->truth({1, 1, 1}).b, black = bench->truth({0, 0, 0}).b, half = bench->truth({0.5, 0.5, 0.5}).b;
        LAMP_NEAR((half - black) / (white - black), t.tone.value(0.5), 0.012);
    }

    // A press on the diagram takes the white that is there; u′ v′ and x y say the same; a display beside gives its white and luminance.
    void whiteIsPickedOrTakenFromAnotherDisplay()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Photo"), {});
        form.resize(900, 600);
        form.show();
        auto *plot = form.findChild<PlotWidget *>();
        Q_EMIT plot->picked(0.21, 0.48);
        Target t = form.target();
        QVERIFY(t.white.kind == WhiteTarget::Kind::Xy);
        LAMP_NEAR(uvOf(t.white.xy).u, 0.21, 1e-4);
        LAMP_NEAR(uvOf(t.white.xy).v, 0.48, 1e-4);
        QVERIFY(named<QDoubleSpinBox>(form, "u′")->isVisible() && !named<QDoubleSpinBox>(form, "x")->isVisible());
        named<QDoubleSpinBox>(form, "u′")->setValue(0.2);
        LAMP_NEAR(uvOf(form.target().white.xy).u, 0.2, 2e-4);
        Q_EMIT plot->picked(0.02, 0.9); // no light
        LAMP_NEAR(uvOf(form.target().white.xy).u, 0.2, 2e-4);
        QTest::mouseClick(plot, Qt::LeftButton, {}, plot->rect().center());
        QVERIFY(std::abs(uvOf(form.target().white.xy).u - 0.2) > 1e-3);
        QCOMPARE(named<QComboBox>(form, "white")->findText("another display's"), -1);
        form.setReferences({{"Curlew", {0.3150, 0.3260}, 112.5}, {"Godwit", {0.3120, 0.3300}, 95}});
        chooseText(named<QComboBox>(form, "white"), "another display's");
        t = form.target();
        LAMP_NEAR(t.white.xy.x, 0.3150, 1e-4);
        LAMP_NEAR(t.luminance.value().value_or(0), 112.5, 0.05);
        named<QComboBox>(form, "display whose white it is")->setCurrentIndex(1);
        LAMP_NEAR(form.target().white.xy.y, 0.3300, 1e-4);
        LAMP_NEAR(form.target().luminance.value().value_or(0), 95, 0.05);
    }

    // Every edit goes back, a value that was typed as one step; what was kept is as it was kept.
    void everyEditIsUndone()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Photo"), {});
        form.show();
        const std::string kept = targetToJson(form.target());
        auto *undo = buttonOf(form, "Undo");
        QVERIFY(!undo->isVisible());
        auto *level = named<QDoubleSpinBox>(form, "luminance of white");
        for (const double v : {9.0, 95.0, 95.5}) {
            level->setValue(v);
        }
        chooseText(named<QComboBox>(form, "tone"), "L*");
        named<QComboBox>(form, "black")->setCurrentIndex(1);
        named<QDoubleSpinBox>(form, "luminance of black")->setValue(90);
        QVERIFY(form.target().black.cdM2 <= form.target().luminance.value().value() / 2); // no contrast at all is a slip
        QVERIFY(form.choose(2));
        undo->click();
        QCOMPARE(named<QDoubleSpinBox>(form, "luminance of black")->value(), 47.75);
        undo->click();
        undo->click();
        QVERIFY(form.target().black.native && form.target().tone.kind == ToneKind::LStar);
        undo->click();
        QVERIFY(form.target().tone.kind == ToneKind::Gamma);
        LAMP_NEAR(form.target().luminance.cdM2, 95.5, 1e-9);
        undo->click();
        QCOMPARE(targetToJson(form.target()), kept);
        QVERIFY(!undo->isVisible());
        QVERIFY(labels(form).contains("retouching") || !labels(form).contains("Changed from"));
    }

    // Each setting says what is held against what.
    void theSchoolsAreHeard()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Photo"), {});
        form.show();
        QSet<QString> said;
        for (const char *name : {"white", "luminance", "tone", "black", "gamut"}) {
            QFocusEvent focus(QEvent::FocusIn);
            QCoreApplication::sendEvent(named<QComboBox>(form, name), &focus);
            said.insert(labels(form));
        }
        QCOMPARE(said.size(), 5);
    }

    void whatComesOfItIsSaid()
    {
        TargetForm form(builtInTargets(), *builtInTarget("Photo"), {});
        QVERIFY(form.preview().contains("once it has been visited"));
        form.setDisplay(visited());
        QVERIFY2(form.preview().startsWith("Reached"), qPrintable(form.preview()));
        const TargetReach photo = reachOf(*visited(), *builtInTarget("Photo"));
        QVERIFY(form.preview().contains(QString::number(photo.most, 'f', 0)));
        named<QDoubleSpinBox>(form, "luminance of white")->setValue(9000);
        QVERIFY2(form.preview().startsWith("Out of reach"), qPrintable(form.preview()));
        chooseText(named<QComboBox>(form, "luminance"), "the most there is");
        QVERIFY(form.preview().startsWith("About"));
        // The diagram follows: the cross stands where the white is.
        chooseText(named<QComboBox>(form, "white"), "D50");
        const auto &series = form.findChild<PlotWidget *>()->plot().series;
        const Uv d50 = uvOf(illuminantChromaticity(Illuminant::D50));
        LAMP_NEAR(series.back().points.at(0).x, d50.u, 1e-4);
        LAMP_NEAR(series.back().points.at(0).y, d50.v, 1e-4);
    }

    // What a target costs, from light that adds up (Grassmann's laws, CIE 15).
    void reachIsThatOfTheChannels()
    {
        const auto display = visited();
        Target native = *builtInTarget("As it is");
        const TargetReach own = reachOf(*display, native);
        QVERIFY(own.reached && !own.wanted && own.whiteMoves < 1e-6);
        QCOMPARE(own.levels, 256);
        // No other white is as bright as the display's own, and the farther away the less there is.
        double before = own.most;
        for (const double kelvin : {6000.0, 5000.0, 4200.0}) {
            Target t = native;
            t.white = {WhiteTarget::Kind::Daylight, kelvin, "", {}};
            const TargetReach r = reachOf(*display, t);
            QVERIFY2(r.most < before, qPrintable(QString::number(kelvin)));
            QVERIFY(r.levels < 256 && r.levels > 100);
            QVERIFY(!own.contrast || *r.contrast < *own.contrast);
            before = r.most;
        }
        // As the display stands: no more is promised than it gives where its brightness was left.
        Target stays = *builtInTarget("Photo");
        stays.luminance.kind = LuminanceTarget::Kind::AsFound;
        const TargetReach left = reachOf(*display, stays);
        QVERIFY(left.reached && left.wanted && left.luminance <= left.most * (1 + 1e-9));
        LAMP_NEAR(left.luminance, *left.wanted, 1e-9);
        QVERIFY(left.luminance <= display->full().white.b * (1 + 1e-9));
        // Just below and just above the most.
        Target t = *builtInTarget("Photo");
        const double most = reachOf(*display, t).most;
        t.luminance.cdM2 = 0.99 * most;
        QVERIFY(reachOf(*display, t).reached);
        t.luminance.cdM2 = 1.01 * most;
        const TargetReach beyond = reachOf(*display, t);
        QVERIFY(!beyond.reached);
        LAMP_NEAR(beyond.luminance, most, 1e-9);
    }

    void targetsAreKeptRenamedAndTakenOffWithUndo()
    {
        Banner banner;
        OpenStudio studio(m_dir.filePath("aims.sqlite"), banner);
        QVERIFY(studio.open(Demo::None));
        TargetDesk desk(studio, banner, nullptr);
        TargetForm form(studio.store()->aims().targets(), *builtInTarget("Photo"), {});
        desk.serve(form, 0);
        form.show();
        const auto names = [&] {
            QStringList all;
            for (const Target &t : studio.store()->aims().targets()) {
                all << QString::fromStdString(t.name);
            }
            return all;
        };
        named<QDoubleSpinBox>(form, "luminance of white")->setValue(105);
        QVERIFY(!buttonOf(form, "Rename")->isEnabled() && !buttonOf(form, "Take off")->isEnabled()); // "Photo" is built in
        typeInto("  Chart desk ");
        buttonOf(form, "Keep as")->click();
        QVERIFY2(names().contains("Chart desk"), qPrintable(banner.message()));
        QCOMPARE(form.target().name, std::string("Chart desk"));
        QCOMPARE(form.target().luminance.cdM2, 105.0);
        // Under a name that is taken it is replaced only when somebody says so.
        named<QDoubleSpinBox>(form, "luminance of white")->setValue(80);
        typeInto("Chart desk");
        buttonOf(form, "Keep as")->click();
        QVERIFY(banner.message().contains("Chart desk"));
        QCOMPARE(studio.store()->aims().target("Chart desk").luminance.cdM2, 105.0);
        buttonOf(banner, "Replace")->click();
        QCOMPARE(studio.store()->aims().target("Chart desk").luminance.cdM2, 80.0);
        // A built-in name is not given to another.
        typeInto("Photo");
        buttonOf(form, "Keep as")->click();
        QCOMPARE(names().count("Photo"), 1);
        QVERIFY(!banner.message().isEmpty());
        // Renamed: once, and under the new name only.
        typeInto("Atlas desk");
        buttonOf(form, "Rename")->click();
        QVERIFY(names().contains("Atlas desk") && !names().contains("Chart desk"));
        // Taken off, and back.
        buttonOf(form, "Take off")->click();
        QVERIFY(!names().contains("Atlas desk"));
        QVERIFY(banner.message().contains("Atlas desk"));
        buttonOf(banner, "Undo")->click();
        QVERIFY(names().contains("Atlas desk"));
        QCOMPARE(studio.store()->aims().target("Atlas desk").luminance.cdM2, 80.0);
        QCOMPARE(form.target().name, std::string("Atlas desk"));
    }

    void targetsGoOutAndComeInAsFiles()
    {
        Banner banner;
        OpenStudio studio(m_dir.filePath("files.sqlite"), banner);
        QVERIFY(studio.open(Demo::None));
        TargetDesk desk(studio, banner, nullptr);
        Target t = *builtInTarget("Photo");
        t.name = "Booth";
        t.luminance.cdM2 = 111;
        const QString file = m_dir.filePath("booth.json");
        desk.writeOut(t, file);
        desk.bringIn(file);
        desk.bringIn(file); // the same once more is another: none is lost
        QCOMPARE(studio.store()->aims().target("Booth").luminance.cdM2, 111.0);
        QCOMPARE(studio.store()->aims().target("Booth 2").luminance.cdM2, 111.0);
        QVERIFY(writeFile(std::filesystem::path(m_dir.filePath("bad.json").toStdString()), std::string("{\"white\": {\"kind\": \"puce\"}}")).ok());
        const auto before = studio.store()->aims().targets().size();
        desk.bringIn(m_dir.filePath("bad.json"));
        QCOMPARE(studio.store()->aims().targets().size(), before);
        QVERIFY2(banner.message().contains("white"), qPrintable(banner.message()));
        desk.bringIn(m_dir.filePath("nothing.json"));
        QVERIFY2(banner.message().contains("nothing.json"), qPrintable(banner.message()));
        desk.writeOut(t, m_dir.filePath("no/such/folder/booth.json"));
        QVERIFY(banner.message().contains("booth.json"));
    }

    // In the window: the last visit says what is in reach; a target of one's own in under twenty keys.
    void ownTargetByKeysAlone()
    {
        MainWindow w(m_dir.filePath("demo.sqlite"));
        w.show();
        w.openStore(Demo::Desks);
        w.setSpeed(0);
        QTRY_VERIFY_WITH_TIMEOUT(!w.fillingDemo(), 60000);
        w.activateWindow();
        QVERIFY(QTest::qWaitForWindowActive(&w, 30000));
        for (const DisplayEntry &d : w.store()->studio().displays()) {
            if (d.name.startsWith("Avocet")) {
                w.selectDisplay(d.id);
            }
        }
        QTest::keyClick(w.windowHandle(), Qt::Key_F5);
        const auto deadline = QDeadlineTimer(60000);
        while (w.worksheet()->targetForm() == nullptr && !deadline.hasExpired()) {
            QTest::qWait(5);
            if (w.runner()->question() && w.runner()->question()->kind != Question::Kind::Target) {
                QTest::keyClick(w.windowHandle(), Qt::Key_Space);
            }
        }
        TargetForm *form = w.worksheet()->targetForm();
        QVERIFY(form != nullptr);
        QTRY_VERIFY_WITH_TIMEOUT(form->preview().contains("levels are left"), 20000);
        int keys = 0;
        const auto press = [&](int key) {
            QTest::keyClick(w.windowHandle(), Qt::Key(key));
            ++keys;
        };
        press(Qt::Key_1);
        for (int i = 0; i < 2; ++i) {
            press(Qt::Key_Tab); // white, luminance
        }
        press(Qt::Key_Tab);
        for (const int key : {Qt::Key_9, Qt::Key_7}) {
            press(key);
        }
        press(Qt::Key_Return);
        QCOMPARE(form->target().luminance.cdM2, 97.0);
        picture(w, "target");
        press(Qt::Key_Space);
        QVERIFY2(keys < 20, qPrintable(QString::number(keys)));
        QTRY_VERIFY(w.worksheet()->targetForm() == nullptr);
        QTRY_VERIFY(w.runner()->record() && w.runner()->record()->lines.isDone(Stage::Target));
        QCOMPARE(w.runner()->record()->plan.target.luminance.cdM2, 97.0);
        QVERIFY(w.runner()->record()->plan.target.name.empty());
        w.runner()->cancel();
        QTRY_VERIFY_WITH_TIMEOUT(!w.runner()->running(), 20000);
    }
};

LAMP_WINDOW_TEST(target, TestTarget)

} // namespace target_test
#include "test_target.moc"
