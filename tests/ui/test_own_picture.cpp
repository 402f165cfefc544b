// SPDX-License-Identifier: GPL-3.0-or-later
// Pictures of one's own: what their numbers mean by the profiles in them, and what a print of them would look like.
#include "support.h"

#include "ui/views.h"

#include "app/before_after/look_controls.h"
#include "app/before_after/look_view.h"
#include "app/parts/look.h"
#include "base/file.h"
#include "colour/difference.h"
#include "colour/spaces.h"
#include "icc/pixels.h"
#include "report/report.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <QApplication>
#include <QCheckBox>
#include <QFile>
#include <QImageReader>
#include <QPushButton>
#include <QTemporaryDir>

#include <lcms2.h>

#include <array>
#include <cmath>
#include <set>

namespace own_picture_test {

using namespace lamp;
using namespace lamp::app;

namespace {

constexpr QSize kFit{1080, 720};

/// CIELAB, D65, of numbers in the working space.
Lab labOfWorking(const QRgba64 &c)
{
    const RgbSpace space = *rgbSpace(kWorkingSpace);
    const ToneCurve tone{ToneKind::Srgb};
    const Eigen::Vector3d light(tone.value(c.red() / 65535.0), tone.value(c.green() / 65535.0), tone.value(c.blue() / 65535.0));
    return labOf(RelXYZ(Eigen::Vector3d(space.toXyz() * light)), whiteOf(space.white));
}

/// The same of a drive of a space, by its definition.
Lab labOfSpace(const RgbSpace &space, const Drive &d)
{
    const Eigen::Vector3d light(space.tone.value(d.a), space.tone.value(d.b), space.tone.value(d.c));
    return labOf(RelXYZ(Eigen::Vector3d(space.toXyz() * light)), whiteOf(space.white));
}

QRgba64 pixel(const QImage &image, int x, int y)
{
    return image.convertToFormat(QImage::Format_RGBA64).pixelColor(x, y).rgba64();
}

/// Colours over a picture of one row.
const std::vector<Drive> kColours{{1, 0, 0}, {0, 1, 0}, {0, 0, 1}, {1, 1, 1}, {0, 0, 0}, {0.5, 0.5, 0.5}, {0.9, 0.4, 0.2}, {0.2, 0.7, 0.6}};

QImage rowOf(const std::vector<Drive> &colours, QImage::Format format)
{
    QImage image(int(colours.size()), 4, format);
    for (size_t i = 0; i < colours.size(); ++i) {
        for (int y = 0; y < 4; ++y) {
            image.setPixelColor(int(i), y, QColor::fromRgbF(float(colours[i].a), float(colours[i].b), float(colours[i].c)));
        }
    }
    return image;
}

QByteArray bytesOf(cmsHPROFILE profile)
{
    cmsUInt32Number size = 0;
    cmsSaveProfileToMem(profile, nullptr, &size);
    QByteArray bytes(int(size), '\0');
    cmsSaveProfileToMem(profile, bytes.data(), &size);
    cmsCloseProfile(profile);
    return bytes;
}

/// A printer made up here: three inks and black on a yellowish paper, in CIELAB by Neugebauer's idea of areas that add up. What it prints is
/// known exactly; nothing is more colourful than its inks.
struct Printer {
    static Eigen::Vector3d paper() { return {94, 0.5, 6}; }
    static Eigen::Vector3d lab(double c, double m, double y, double k)
    {
        const Eigen::Vector3d cyan(55, -35, -45), magenta(48, 70, -3), yellow(88, -4, 88), black(16, 0, 0);
        Eigen::Vector3d l = paper();
        for (const auto &[ink, colour] : {std::pair{c, cyan}, {m, magenta}, {y, yellow}}) {
            l += ink * (colour - paper());
        }
        l[0] = std::max(l[0], 16.0);
        return l + k * (black - l);
    }
};

/// CIELAB, D50, absolute to relative to the paper (ICC.1, 6.3.2.2: XYZ scaled by the media's white), or back.
cmsCIELab onPaper(const Eigen::Vector3d &lab, bool toRelative)
{
    const Eigen::Vector3d paper = Printer::paper();
    const cmsCIELab from{lab[0], lab[1], lab[2]}, paperLab{paper[0], paper[1], paper[2]};
    cmsCIEXYZ xyz, white;
    cmsLab2XYZ(nullptr, &xyz, &from);
    cmsLab2XYZ(nullptr, &white, &paperLab);
    const cmsCIEXYZ &d50 = *cmsD50_XYZ();
    const auto scaled = [&](double v, double of, double by) { return toRelative ? v / of * by : v * of / by; };
    const cmsCIEXYZ out{scaled(xyz.X, white.X, d50.X), scaled(xyz.Y, white.Y, d50.Y), scaled(xyz.Z, white.Z, d50.Z)};
    cmsCIELab result;
    cmsXYZ2Lab(nullptr, &result, &out);
    return result;
}

cmsInt32Number printed(const cmsUInt16Number in[], cmsUInt16Number out[], void *)
{
    const Eigen::Vector3d l = Printer::lab(in[0] / 65535.0, in[1] / 65535.0, in[2] / 65535.0, in[3] / 65535.0);
    const cmsCIELab lab = onPaper(l, true);
    cmsFloat2LabEncoded(out, &lab);
    return 1;
}

/// Inks that print a colour as nearly as they can: least squares of three inks, no black.
cmsInt32Number separated(const cmsUInt16Number in[], cmsUInt16Number out[], void *)
{
    cmsCIELab lab;
    cmsLabEncoded2Float(&lab, in);
    const cmsCIELab wanted = onPaper({lab.L, lab.a, lab.b}, false);
    Eigen::Matrix3d inks;
    inks.col(0) = Eigen::Vector3d(55, -35, -45) - Printer::paper();
    inks.col(1) = Eigen::Vector3d(48, 70, -3) - Printer::paper();
    inks.col(2) = Eigen::Vector3d(88, -4, 88) - Printer::paper();
    Eigen::Vector3d amounts = inks.colPivHouseholderQr().solve(Eigen::Vector3d(wanted.L, wanted.a, wanted.b) - Printer::paper());
    amounts = amounts.cwiseMax(0).cwiseMin(1);
    for (int i = 0; i < 3; ++i) {
        out[i] = cmsUInt16Number(std::lround(65535 * amounts[i]));
    }
    out[3] = 0;
    return 1;
}

QByteArray printProfile()
{
    cmsHPROFILE p = cmsCreateProfilePlaceholder(nullptr);
    cmsSetProfileVersion(p, 4.3);
    cmsSetDeviceClass(p, cmsSigOutputClass);
    cmsSetColorSpace(p, cmsSigCmykData);
    cmsSetPCS(p, cmsSigLabData);
    const Eigen::Vector3d paper = Printer::paper();
    const cmsCIELab paperLab{paper[0], paper[1], paper[2]};
    cmsCIEXYZ white;
    cmsLab2XYZ(nullptr, &white, &paperLab);
    cmsWriteTag(p, cmsSigMediaWhitePointTag, &white);
    cmsMLU *text = cmsMLUalloc(nullptr, 1);
    cmsMLUsetASCII(text, "en", "US", "Rag paper, matt");
    cmsWriteTag(p, cmsSigProfileDescriptionTag, text);
    cmsWriteTag(p, cmsSigCopyrightTag, text);
    cmsMLUfree(text);
    for (const cmsTagSignature tag : {cmsSigAToB0Tag, cmsSigAToB1Tag}) {
        cmsPipeline *lut = cmsPipelineAlloc(nullptr, 4, 3);
        cmsStage *clut = cmsStageAllocCLut16bit(nullptr, 9, 4, 3, nullptr);
        cmsStageSampleCLut16bit(clut, printed, nullptr, 0);
        cmsPipelineInsertStage(lut, cmsAT_END, cmsStageAllocToneCurves(nullptr, 4, nullptr));
        cmsPipelineInsertStage(lut, cmsAT_END, clut);
        cmsPipelineInsertStage(lut, cmsAT_END, cmsStageAllocToneCurves(nullptr, 3, nullptr));
        cmsWriteTag(p, tag, lut);
        cmsPipelineFree(lut);
    }
    for (const cmsTagSignature tag : {cmsSigBToA0Tag, cmsSigBToA1Tag, cmsSigBToA2Tag}) {
        cmsPipeline *lut = cmsPipelineAlloc(nullptr, 3, 4);
        cmsStage *clut = cmsStageAllocCLut16bit(nullptr, 17, 3, 4, nullptr);
        cmsStageSampleCLut16bit(clut, separated, nullptr, 0);
        cmsPipelineInsertStage(lut, cmsAT_END, cmsStageAllocToneCurves(nullptr, 3, nullptr));
        cmsPipelineInsertStage(lut, cmsAT_END, clut);
        cmsPipelineInsertStage(lut, cmsAT_END, cmsStageAllocToneCurves(nullptr, 4, nullptr));
        cmsWriteTag(p, tag, lut);
        cmsPipelineFree(lut);
    }
    return bytesOf(p);
}

Bytes asBytes(const QByteArray &b)
{
    return {b.begin(), b.end()};
}

RecordPtr visited()
{
    auto bench = std::move(sim::makeBench("wled-wide", 5)).value();
    VisitPlan plan;
    plan.effort = Effort::Quick;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    Visit visit(*bench, plan, {}, {});
    return std::make_shared<VisitRecord>(visit.run().value());
}

} // namespace

class TestOwnPicture : public QObject {
    Q_OBJECT

    QTemporaryDir m_dir;

    QString saved(QImage image, const char *name, const QColorSpace &space = {})
    {
        const QString file = m_dir.filePath(QString::fromLatin1(name));
        image.setColorSpace(space);
        return image.save(file) ? file : QString();
    }

private Q_SLOTS:
    void initTestCase()
    {
        loadFonts();
        applySurround(*qApp, Surround::Dim);
    }

    // Source: the spaces' own definitions (IEC 61966-2-1, SMPTE EG 432-1, Adobe RGB (1998) section 4.3), worked out apart from Little CMS.
    void embeddedProfilesAreHonoured_data()
    {
        QTest::addColumn<QString>("file");
        QTest::addColumn<QColorSpace>("space");
        QTest::addColumn<QString>("name");
        for (const char *file : {"a.png", "b.tif", "c.jpg"}) {
            for (const auto &[space, name] : std::vector<std::pair<QColorSpace, QString>>{{QColorSpace(QColorSpace::AdobeRgb), "Adobe RGB (1998)"},
                                                                                          {QColorSpace(QColorSpace::DisplayP3), "Display P3"},
                                                                                          {QColorSpace(QColorSpace::SRgb), "sRGB"},
                                                                                          {QColorSpace(), "sRGB"}}) {
                QTest::addRow("%s %s%s", file, qPrintable(name), space.isValid() ? "" : ", no profile") << QString(file) << space << name;
            }
        }
    }
    void embeddedProfilesAreHonoured()
    {
        QFETCH(QString, file);
        QFETCH(QColorSpace, space);
        QFETCH(QString, name);
        const bool lossy = file.endsWith("jpg");
        // A JPEG is coded by blocks of eight: larger patches of one colour.
        QImage image = rowOf(kColours, lossy ? QImage::Format_RGB32 : QImage::Format_RGBX64);
        image = lossy ? image.scaled(image.width() * 16, 64) : image;
        const auto picture = readPicture(saved(image, qPrintable(file), space), kFit);
        QVERIFY2(picture.ok(), picture ? "" : "not read");
        QVERIFY(picture->meant.colorSpace() == workingColours());
        QCOMPARE(picture->source.contains("no profile"), !space.isValid());
        double worst = 0;
        for (size_t i = 0; i < kColours.size(); ++i) {
            const int x = lossy ? int(i) * 16 + 8 : int(i), y = lossy ? 32 : 2;
            const Lab wanted = labOfSpace(*rgbSpace(name.toStdString()), kColours[i]);
            worst = std::max(worst, deltaE2000(labOfWorking(pixel(picture->meant, x, y)), wanted));
        }
        // The red of Display P3 lies a little beyond the working space (0.002 in y).
        QVERIFY2(worst < (lossy ? 4 : (name == "Display P3" ? 0.7 : 0.3)), qPrintable(QString::number(worst)));
    }

    // Sixteen bits stay sixteen: steps finer than eight bits can tell are still steps.
    void sixteenBitsAreKept()
    {
        QImage fine(512, 2, QImage::Format_RGBX64);
        for (int x = 0; x < 512; ++x) {
            const auto v = quint16(20000 + 8 * x);
            for (int y = 0; y < 2; ++y) {
                reinterpret_cast<QRgba64 *>(fine.scanLine(y))[x] = QRgba64::fromRgba64(v, v, v, 65535);
            }
        }
        for (const char *file : {"fine.png", "fine.tif"}) {
            const auto picture = readPicture(saved(fine, file, QColorSpace(QColorSpace::SRgb)), kFit);
            QVERIFY(picture.ok());
            std::set<quint16> levels;
            for (int x = 0; x < 512; ++x) {
                levels.insert(pixel(picture->meant, x, 0).green());
            }
            QVERIFY2(levels.size() > 400, qPrintable(QStringLiteral("%1: %2 levels").arg(file).arg(levels.size())));
        }
    }

    // A gray picture with a gray profile of its own (dot gain, made up), and one without.
    void grayPictures()
    {
        QImage gray(5, 2, QImage::Format_Grayscale8);
        for (int x = 0; x < 5; ++x) {
            for (int y = 0; y < 2; ++y) {
                gray.scanLine(y)[x] = uchar(x * 255 / 4);
            }
        }
        const auto plain = readPicture(saved(gray, "gray.png"), kFit);
        QVERIFY(plain.ok());
        const auto half = pixel(plain->meant, 2, 0);
        QCOMPARE(half.alpha(), quint16(65535));
        LAMP_NEAR(half.red() / 65535.0, 127 / 255.0, 0.003);
        QVERIFY(std::abs(int(half.red()) - int(half.green())) < 40 && std::abs(int(half.green()) - int(half.blue())) < 40);
        cmsToneCurve *linear = cmsBuildGamma(nullptr, 1.0);
        const cmsCIExyY d50{0.3457, 0.3585, 1};
        const QByteArray profile = bytesOf(cmsCreateGrayProfile(&d50, linear));
        cmsFreeToneCurve(linear);
        const auto transform = PixelTransform::toWorking(asBytes(profile), PixelTransform::Kind::Gray);
        QVERIFY(transform.ok());
        const std::array<std::uint16_t, 2> in{13107, 65535}; // a fifth of the light
        std::array<std::uint16_t, 8> out{};
        transform->apply(in.data(), out.data(), 2);
        LAMP_NEAR(ToneCurve{ToneKind::Srgb}.value(out[1] / 65535.0), 0.2, 0.002);
        LAMP_NEAR(out[5] / 65535.0, 1, 1e-3);
        QVERIFY(!PixelTransform::toWorking(asBytes(profile), PixelTransform::Kind::Rgb).ok());
    }

    // What is wrong is said, and the picture is looked at all the same; a file that is none changes nothing.
    void brokenProfilesAndFilesAreSaid()
    {
        QImage image = rowOf(kColours, QImage::Format_RGB32);
        const QString good = saved(image, "good.png", QColorSpace(QColorSpace::AdobeRgb));
        QFile file(good);
        QVERIFY(file.open(QIODevice::ReadOnly));
        QByteArray bytes = file.readAll();
        // A profile that is the printer's in a picture of red, green and blue.
        QVERIFY(!PixelTransform::toWorking(asBytes(printProfile()), PixelTransform::Kind::Rgb).ok());
        QVERIFY(!PixelTransform::toWorking(Bytes(50, 7), PixelTransform::Kind::Rgb).ok());
        Bytes damaged = asBytes(QColorSpace(QColorSpace::AdobeRgb).iccProfile());
        for (size_t i = 128; i < damaged.size(); ++i) {
            damaged[i] = 0xEE;
        }
        QVERIFY(!PixelTransform::toWorking(damaged, PixelTransform::Kind::Rgb).ok());
        for (const int size : {0, 10, 60, int(bytes.size()) / 2}) {
            QFile cut(m_dir.filePath("cut.png"));
            QVERIFY(cut.open(QIODevice::WriteOnly));
            cut.write(bytes.left(size));
            cut.close();
            const auto read = readPicture(cut.fileName(), kFit);
            QVERIFY(!read.ok() || !read->meant.isNull());
        }
        QVERIFY(!readPicture(m_dir.filePath("is not there.png"), kFit).ok());
        QFile text(m_dir.filePath("text.tif"));
        QVERIFY(text.open(QIODevice::WriteOnly));
        text.write("no picture");
        text.close();
        QVERIFY(!readPicture(text.fileName(), kFit).ok());
    }

    void largeOnesAreMadeSmaller()
    {
        QImage large(3000, 1000, QImage::Format_RGBX64);
        large.fill(QColor(100, 150, 200));
        const auto picture = readPicture(saved(large, "large.png"), kFit);
        QVERIFY(picture.ok());
        QCOMPARE(picture->meant.size(), QSize(1080, 360));
        QCOMPARE(picture->meant.depth(), 64);
        const auto small = readPicture(saved(rowOf(kColours, QImage::Format_RGB32), "small.png"), kFit);
        QCOMPARE(small->meant.size(), QSize(int(kColours.size()), 4)); // never larger
    }

    // Through a printer that is known exactly: what it can print comes back as it is, paper shows its white, the rest is marked.
    void aPrintIsLookedThrough()
    {
        const Bytes print = asBytes(printProfile());
        std::vector<Drive> colours{{1, 1, 1}, {0.6, 0.5, 0.45}, {0, 1, 0}, {0.55, 0.55, 0.55}};
        const LookedAt picture = takenForSrgb(rowOf(colours, QImage::Format_RGBX64));
        const auto relative = proofOf(picture, print, false, false), absolute = proofOf(picture, print, true, false),
                   marked = proofOf(picture, print, false, true);
        QVERIFY(relative.ok() && absolute.ok() && marked.ok());
        QVERIFY(relative->source.contains("Rag paper, matt"));
        const auto lab = [](const Result<LookedAt> &p, int x) { return labOfWorking(pixel(p->meant, x, 1)); };
        // White: the display's own, or the paper's (CIELAB by D50 there and D65 here: Bradford keeps what is relative to white).
        QVERIFY(deltaE2000(lab(relative, 0), {100, 0, 0}) < 1.5);
        const Lab paper = lab(absolute, 0);
        LAMP_NEAR(paper.a, 94, 1.5);
        LAMP_NEAR(paper.c, 6, 1.5);
        // A dull skin can be printed; full sRGB green is far beyond these inks.
        const Lab skin = labOfSpace(*rgbSpace("sRGB"), colours[1]), green = labOfSpace(*rgbSpace("sRGB"), colours[2]);
        QVERIFY2(deltaE2000(lab(relative, 1), skin) < 8, qPrintable(QString::number(deltaE2000(lab(relative, 1), skin))));
        QVERIFY(deltaE2000(lab(relative, 2), green) > 10);
        const QRgba64 mark = pixel(marked->meant, 2, 1);
        QVERIFY(std::abs(int(mark.red()) - int(mark.green())) < 600 && std::abs(int(mark.green()) - int(mark.blue())) < 600); // a gray
        QVERIFY(!proofOf(picture, asBytes(QColorSpace(QColorSpace::SRgb).iccProfile()), false, false).ok()); // a display is no printer
        QVERIFY(!proofOf(picture, {}, false, false).ok());
        QVERIFY(!proofOf(picture, Bytes(300, 1), false, false).ok());
    }

    // A wide panel shows more of a wide picture than sRGB holds: nothing is cut on the way to it.
    void wideColoursReachAWidePanel()
    {
        const RecordPtr record = visited();
        const auto wide = readPicture(saved(rowOf({{0, 1, 0}}, QImage::Format_RGBX64), "p3.png", QColorSpace(QColorSpace::DisplayP3)), kFit);
        const LookedAt narrow = takenForSrgb(rowOf({{0, 1, 0}}, QImage::Format_RGBX64));
        const QImage shownWide = asShownAfter(wide->meant, *record), shownNarrow = asShownAfter(narrow.meant, *record);
        // Both through the window's sRGB end at its green; less red there tells the wider one.
        QVERIFY(shownWide.pixelColor(0, 0).red() <= shownNarrow.pixelColor(0, 0).red());
        // In numbers of sRGB a picture comes out as it did before there was a working space.
        const QImage testing = rowOf(kColours, QImage::Format_RGB32);
        const QImage byWorking = asShownAfter(takenForSrgb(testing).meant, *record), bySrgb = asShownAfter(testing, *record);
        for (int x = 0; x < testing.width(); ++x) {
            const QColor a = byWorking.pixelColor(x, 0), b = bySrgb.pixelColor(x, 0);
            QVERIFY2(std::abs(a.red() - b.red()) <= 2 && std::abs(a.green() - b.green()) <= 2 && std::abs(a.blue() - b.blue()) <= 2,
                     qPrintable(a.name() + " " + b.name()));
        }
    }

    // The view: opened, split, proofed, refused, and each said.
    void theControlsDoWhatTheySay()
    {
        LookView view;
        LookControls controls(view);
        view.resize(500, 360);
        view.setRecord(visited());
        view.show();
        controls.show();
        const auto shown = [&] { return view.grab().toImage(); };
        QTRY_VERIFY(shown().pixelColor(250, 160) != shown().pixelColor(2, 355));
        const QImage own = shown();
        controls.openPicture(saved(QImage(rowOf(kColours, QImage::Format_RGB32)).scaled(480, 300), "one.png"));
        QTRY_VERIFY(view.source().contains("no profile"));
        QVERIFY(shown() != own);
        const QImage after = shown();
        view.toggle();
        const QImage before = shown();
        QVERIFY(after != before);
        view.setSplit(true);
        const QImage both = shown();
        QVERIFY(both != after && both != before);
        // Left of the middle it is before, right of it after.
        QCOMPARE(both.pixel(120, 160), before.pixel(120, 160));
        QCOMPARE(both.pixel(380, 160), after.pixel(380, 160));
        view.setSplit(false);
        controls.openPicture(m_dir.filePath("is not there.png"));
        QTRY_VERIFY2(controls.said().contains("cannot be read"), qPrintable(controls.said()));
        QVERIFY(view.source().contains("no profile")); // what was looked at stays
        QFile print(m_dir.filePath("print.icc"));
        QVERIFY(print.open(QIODevice::WriteOnly));
        print.write(printProfile());
        print.close();
        controls.openPrint(print.fileName());
        QTRY_VERIFY(view.source().contains("Rag paper"));
        const auto boxes = controls.findChildren<QCheckBox *>();
        QCOMPARE(int(boxes.size()), 2);
        QVERIFY(boxes[0]->isEnabled() && boxes[1]->isEnabled());
        boxes[0]->setChecked(true);
        QVERIFY(view.proof()->paperWhite && !view.proof()->warn);
        QFile display(m_dir.filePath("display.icc"));
        QVERIFY(display.open(QIODevice::WriteOnly));
        display.write(QColorSpace(QColorSpace::SRgb).iccProfile());
        display.close();
        controls.openPrint(display.fileName());
        QTRY_VERIFY(!view.proof().has_value());
        QVERIFY2(controls.said().contains("no profile of a printer"), qPrintable(controls.said()));
        QVERIFY(!boxes[0]->isEnabled());
    }
};

LAMP_WINDOW_TEST(own_picture, TestOwnPicture)

} // namespace own_picture_test
#include "test_own_picture.moc"
