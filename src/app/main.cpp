// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/main_window.h"
#include "report/report.h"
#include "words/words.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QFileInfo>
#include <QIcon>
#include <QSettings>
#include <QTimer>
#include <QTranslator>

#include <cstdio>

namespace {

QString phrased(const char *english)
{
    return QString::fromStdString(lamp::phrase("window", english));
}

/// The language is chosen before anything is said; its tag stands behind --language. \return false for one there is not
bool chooseLanguage(const QStringList &arguments)
{
    QString tag;
    for (qsizetype i = 1; i < arguments.size(); ++i) {
        if (arguments[i] == QStringLiteral("--language") && i + 1 < arguments.size()) {
            tag = arguments[i + 1];
        } else if (arguments[i].startsWith(QStringLiteral("--language="))) {
            tag = arguments[i].section(u'=', 1);
        }
    }
    if (!lamp::Language::choose(tag)) {
        std::fprintf(stderr, "%s %s\n", lamp::said(lamp::say("no-language", tag.toStdString())).c_str(),
                     lamp::said(lamp::say("languages-are", lamp::Language::known().join(QStringLiteral(", ")).toStdString())).c_str());
        return false;
    }
    for (QTranslator *translator : lamp::Language::translators()) {
        QCoreApplication::installTranslator(translator);
    }
    return true;
}

} // namespace

int main(int argc, char **argv)
{
    using namespace lamp;
    QApplication application(argc, argv);
    QApplication::setApplicationName(QStringLiteral("dutiful-lamp"));
    QApplication::setApplicationDisplayName(QStringLiteral("Dutiful Lamp"));
    QApplication::setOrganizationName(QStringLiteral("dutiful-lamp"));
    QApplication::setApplicationVersion(QStringLiteral("0.1.0"));
    QApplication::setDesktopFileName(QStringLiteral("dutiful-lamp"));
    loadFonts();
    if (!chooseLanguage(QCoreApplication::arguments())) {
        return 2;
    }
    QCommandLineParser parser;
    parser.setApplicationDescription(phrased(QT_TRANSLATE_NOOP("window", "Calibrates, profiles and verifies displays.")));
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption demo(QStringLiteral("demo"), phrased(QT_TRANSLATE_NOOP("window", "Open the demo studio.")));
    const QCommandLineOption desks(QStringLiteral("small-demo"),
                                   phrased(QT_TRANSLATE_NOOP("window", "Open a demo studio of four displays, visited while it opens.")));
    const QCommandLineOption storeOption(QStringLiteral("store"), phrased(QT_TRANSLATE_NOOP("window", "The studio: a file, or postgresql://...")),
                                         QStringLiteral("PLACE"));
    const QCommandLineOption picture(QStringLiteral("picture"), phrased(QT_TRANSLATE_NOOP("window", "Save a picture of the window, then quit.")),
                                     QStringLiteral("FILE"));
    const QCommandLineOption startOnly(QStringLiteral("quit-when-painted"),
                                       phrased(QT_TRANSLATE_NOOP("window", "Quit after the first painting (for benchmarks).")));
    const QCommandLineOption language(
        QStringLiteral("language"), phrased(QT_TRANSLATE_NOOP("window", "Language: en or de; the system's where left out.")), QStringLiteral("TAG"));
    parser.addOptions({demo, desks, storeOption, language, picture, startOnly});
    parser.process(application);

    const auto surround = app::Surround(QSettings().value(QStringLiteral("look/surround"), 0).toInt());
    app::applySurround(application, surround);
    QApplication::setWindowIcon(QIcon(app::lampPixmap(LampFill::ThreeQuarters, 64, QColor(128, 128, 128), 1)));
    QString path = parser.value(storeOption);
    if (path.isEmpty()) {
        path = parser.isSet(demo) || parser.isSet(desks) ? demoPlace() : defaultStorePath();
    }
    app::MainWindow window(path);
    window.show();
    if (parser.isSet(startOnly)) {
        QTimer::singleShot(0, &application, &QApplication::quit);
    }
    // The window is painted before the studio is read.
    QTimer::singleShot(0, &window,
                       [&] { window.openStore(parser.isSet(desks) ? app::Demo::Desks : (parser.isSet(demo) ? app::Demo::Fleet : app::Demo::None)); });
    if (parser.isSet(picture)) {
        auto *timer = new QTimer(&window);
        QObject::connect(timer, &QTimer::timeout, &window, [&] {
            if (!window.fillingDemo()) {
                const bool saved = window.grab().save(parser.value(picture));
                std::fprintf(stderr, "%s\n",
                             qPrintable(saved ? phrased(QT_TRANSLATE_NOOP("window", "The picture was saved."))
                                              : phrased(QT_TRANSLATE_NOOP("window", "The picture could not be saved."))));
                window.close();
            }
        });
        timer->start(1200);
    }
    return QApplication::exec();
}
