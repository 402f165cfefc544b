// SPDX-License-Identifier: GPL-3.0-or-later
// The program's own pictures: whether they hold what an eye is to look for on a display. What they must hold is the project's own.
#include "support.h"

#include "ui/views.h"

#include "app/before_after/look_view.h"
#include "app/before_after/pictures.h"
#include "app/parts/look.h"
#include "colour/difference.h"
#include "colour/spaces.h"
#include "report/report.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <QApplication>
#include <QColorSpace>
#include <QSignalSpy>

#include <set>

namespace look_test {

using namespace lamp;
using namespace lamp::app;

namespace {

enum Picture { People, StillLife, Coast, Form, Chart, Steps };

Lab labAt(const QImage &image, int x, int y)
{
    const QColor c = image.pixelColor(x, y);
    const ToneCurve srgb{ToneKind::Srgb};
    const RgbSpace space = *rgbSpace("sRGB");
    const Eigen::Vector3d light(srgb.value(c.redF()), srgb.value(c.greenF()), srgb.value(c.blueF()));
    return labOf(RelXYZ(Eigen::Vector3d(space.toXyz() * light)), whiteOf(space.white));
}

/// Lab of a grid of pixels.
std::vector<Lab> sampled(const QImage &image, int every)
{
    std::vector<Lab> all;
    for (int y = every / 2; y < image.height(); y += every) {
        for (int x = every / 2; x < image.width(); x += every) {
            all.push_back(labAt(image, x, y));
        }
    }
    return all;
}

double chroma(const Lab &lab)
{
    return std::hypot(lab.b, lab.c);
}

double share(const std::vector<Lab> &all, const std::function<bool(const Lab &)> &condition)
{
    return double(std::count_if(all.begin(), all.end(), condition)) / double(all.size());
}

RecordPtr visited()
{
    auto bench = std::move(sim::makeBench("wled", 5)).value();
    VisitPlan plan;
    plan.effort = Effort::Quick;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    Visit visit(*bench, plan, {}, {});
    return std::make_shared<VisitRecord>(visit.run().value());
}

} // namespace

class TestLook : public QObject {
    Q_OBJECT

private Q_SLOTS:
    void initTestCase()
    {
        loadFonts();
        applySurround(*qApp, Surround::Dim);
    }

    void picturesAreThereTaggedAndNamed()
    {
        QCOMPARE(lookPictures(), 6);
        std::set<QString> names;
        for (int i = 0; i < lookPictures(); ++i) {
            const QImage image = lookPicture(i);
            QVERIFY2(!image.isNull(), qPrintable(lookPictureName(i)));
            QVERIFY(image.width() >= 800 && image.height() >= 400);
            QVERIFY2(image.colorSpace() == QColorSpace(QColorSpace::SRgb), qPrintable(lookPictureName(i)));
            names.insert(lookPictureName(i));
        }
        QCOMPARE(int(names.size()), lookPictures());
        QVERIFY(lookPicture(-1).isNull() && lookPicture(lookPictures()).isNull() && lookPictureName(99).isEmpty());
        for (const int rendered : {People, StillLife, Coast, Form}) {
            QCOMPARE(lookPicture(rendered).depth(), 64); // 16 bit a channel
        }
    }

    // Skin of many tones: the usual range of human skin is a hue of some 30 to 75 degrees in CIELAB (common practice, no published
    // source), from light to deep.
    void peopleShowSkinFromLightToDeep()
    {
        const auto all = sampled(lookPicture(People), 6);
        const auto skin = [](const Lab &l) {
            const double hue = std::atan2(l.c, l.b) * 180 / M_PI;
            return chroma(l) > 7 && chroma(l) < 45 && hue > 25 && hue < 80;
        };
        QVERIFY(share(all, skin) > 0.06);
        for (const auto &[from, to] : {std::pair{15.0, 30.0}, {30.0, 50.0}, {50.0, 65.0}, {65.0, 85.0}}) {
            const double part = share(all, [&](const Lab &l) { return skin(l) && l.a >= from && l.a < to; });
            QVERIFY2(part > 0.003, qPrintable(QStringLiteral("L* %1 to %2: %3").arg(from).arg(to).arg(part)));
        }
    }

    void stillLifeIsSaturatedWithDeepShadows()
    {
        const auto all = sampled(lookPicture(StillLife), 6);
        QVERIFY(share(all, [](const Lab &l) { return chroma(l) > 45; }) > 0.25);
        QVERIFY(share(all, [](const Lab &l) { return chroma(l) > 60; }) > 0.04);
        QVERIFY(share(all, [](const Lab &l) { return l.a < 12; }) > 0.02);
        QVERIFY(share(all, [](const Lab &l) { return l.a > 85; }) > 0.001); // gloss
        // All round the circle of hues.
        std::set<int> hues;
        for (const Lab &l : all) {
            if (chroma(l) > 30) {
                hues.insert(int((std::atan2(l.c, l.b) + M_PI) / (2 * M_PI) * 6));
            }
        }
        QVERIFY2(hues.size() >= 5, qPrintable(QString::number(hues.size())));
    }

    void coastHasSkyGradientAndGreens()
    {
        const QImage image = lookPicture(Coast);
        const auto all = sampled(image, 6);
        QVERIFY(share(all, [](const Lab &l) { return l.c < -6 && l.a > 55; }) > 0.1);              // sky and haze
        QVERIFY(share(all, [](const Lab &l) { return l.b < -2 && l.c > 4 && l.a < 60; }) > 0.005); // greens
        QVERIFY(share(all, [](const Lab &l) { return l.a < 35; }) > 0.02);                         // shadow
        // The sky grows lighter towards the horizon.
        double above = 0, below = 0;
        for (int x = 0; x < image.width(); x += 8) {
            above += labAt(image, x, 4).a;
            below += labAt(image, x, image.height() / 5).a;
        }
        QVERIFY(below > above);
    }

    // Black-and-white: a cast that is seen on it is the display's.
    void formIsNeutralAndReachesFromBlackToWhite()
    {
        const auto all = sampled(lookPicture(Form), 4);
        QVERIFY(share(all, [](const Lab &l) { return chroma(l) > 0.3; }) == 0);
        QVERIFY(share(all, [](const Lab &l) { return l.a < 20; }) > 0.05);
        QVERIFY(share(all, [](const Lab &l) { return l.a > 80; }) > 0.005);
    }

    // Fine lines: many edges, on paper that is light.
    void chartIsFineLinesOnLightPaper()
    {
        const QImage image = lookPicture(Chart);
        const auto all = sampled(image, 5);
        QVERIFY(share(all, [](const Lab &l) { return l.a > 85; }) > 0.6);
        int edges = 0;
        for (int y = 1; y < image.height(); y += 7) {
            for (int x = 1; x < image.width(); ++x) {
                edges += std::abs(qGray(image.pixel(x, y)) - qGray(image.pixel(x - 1, y))) > 12 ? 1 : 0;
            }
        }
        QVERIFY2(edges > 1500, qPrintable(QString::number(edges)));
    }

    void stepsAreStepsAndGradientsHaveEveryCode()
    {
        const QImage image = testPicture(880, 440);
        std::set<int> dark, light, ramp;
        for (int x = 0; x < image.width(); ++x) {
            (x < image.width() / 2 ? dark : light).insert(qRed(image.pixel(x, 20)));
            ramp.insert(qRed(image.pixel(x, image.height() - 5)));
            const QRgb c = image.pixel(x, image.height() - 5);
            QVERIFY(qRed(c) == qGreen(c) && qGreen(c) == qBlue(c));
        }
        QVERIFY(dark.size() >= 16 && *dark.begin() == 0 && *dark.rbegin() == 30);
        QVERIFY(light.size() >= 16 && *light.rbegin() == 255);
        QCOMPARE(ramp.size(), size_t(256));
    }

    void viewGoesThroughPicturesAndSwitches()
    {
        LookView view;
        view.resize(620, 350);
        QCOMPARE(view.pictureIndex(), 0);
        const RecordPtr record = visited();
        view.setRecord(record);
        view.show();
        const auto pixels = [&] { return view.grab().toImage(); };
        QTRY_VERIFY(pixels().pixelColor(310, 180) != pixels().pixelColor(2, 340)); // a picture stands there
        const QImage after = pixels();
        view.toggle();
        QVERIFY(!view.showsAfter());
        QVERIFY(pixels() != after);
        view.toggle();
        QCOMPARE(pixels(), after);
        for (int i = 1; i <= lookPictures(); ++i) {
            view.nextPicture();
            QCOMPARE(view.pictureIndex(), i % lookPictures());
        }
        view.setPicture(takenForSrgb(testPicture(300, 200))); // one of one's own
        QCOMPARE(view.pictureIndex(), -1);
        view.nextPicture();
        QCOMPARE(view.pictureIndex(), 0);
    }

    // A loupe shows pixels: a mark of one pixel is five wide, where the pointer or the arrows take it. Then gray to rest the eyes on.
    void loupeAndRest()
    {
        LookView view;
        view.resize(700, 440);
        QImage picture(600, 400, QImage::Format_RGB32);
        picture.fill(QColor(120, 120, 120));
        picture.setPixelColor(300, 200, QColor(255, 255, 255));
        view.setPair(picture, picture, "before", "after");
        view.show();
        QVERIFY(QTest::qWaitForWindowExposed(&view));
        const auto bright = [&] {
            const QImage shot = view.grab().toImage();
            int n = 0;
            for (int y = 100; y < 360; ++y) {
                for (int x = 200; x < 500; ++x) {
                    n += shot.pixelColor(x, y).red() > 250 ? 1 : 0;
                }
            }
            return n;
        };
        const int without = bright();
        view.setLoupe(true);
        QVERIFY(view.loupe());
        const int with = bright();
        QVERIFY2(with >= 20 && with <= 30 && with > without + 15, qPrintable(QStringLiteral("%1 and %2").arg(without).arg(with)));
        for (int i = 0; i < 20; ++i) {
            QTest::keyClick(&view, Qt::Key_Right);
        }
        QVERIFY(bright() < 20); // it looks elsewhere
        view.setLoupe(false);
        const QImage before = view.grab().toImage();
        view.rest(2);
        const QImage rest = view.grab().toImage();
        QCOMPARE(rest.pixelColor(10, 10), QColor(119, 119, 119)); // L* 50: CIE 15 with IEC 61966-2-1
        QCOMPARE(view.restLeft(), 2);
        QTRY_COMPARE_WITH_TIMEOUT(view.restLeft(), 0, 6000);
        QCOMPARE(view.grab().toImage(), before);
        view.rest();
        QCOMPARE(view.restLeft(), LookView::kRest);
        QTest::mouseClick(&view, Qt::LeftButton);
        QVERIFY(view.restLeft() == 0 && view.grab().toImage() == before); // the click only ended it
    }

    // After calibration what is meant is nearer to what stands there, on every picture.
    void everyPictureIsNearerAfterwards()
    {
        const RecordPtr record = visited();
        for (int i = 0; i < lookPictures(); ++i) {
            const QImage meant = lookPicture(i).scaled(220, 110), before = asShownBefore(meant, *record), after = asShownAfter(meant, *record);
            double was = 0, is = 0;
            for (int y = 3; y < meant.height(); y += 7) {
                for (int x = 3; x < meant.width(); x += 7) {
                    const Lab aim = labAt(meant, x, y);
                    was += deltaE2000(aim, labAt(before, x, y));
                    is += deltaE2000(aim, labAt(after, x, y));
                }
            }
            QVERIFY2(is < was, qPrintable(QStringLiteral("%1: %2 before, %3 after").arg(lookPictureName(i)).arg(was).arg(is)));
        }
    }
};

LAMP_WINDOW_TEST(look, TestLook)

} // namespace look_test
#include "test_look.moc"
