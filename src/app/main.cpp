// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/main_window.h"
#include "report/report.h"

#include <QApplication>
#include <QCommandLineParser>
#include <QFileInfo>
#include <QIcon>
#include <QSettings>
#include <QTimer>

#include <cstdio>

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
    QCommandLineParser parser;
    parser.setApplicationDescription(QStringLiteral("Calibrates, profiles and verifies displays."));
    parser.addHelpOption();
    parser.addVersionOption();
    const QCommandLineOption demo(QStringLiteral("demo"), QStringLiteral("Open the demo studio."));
    const QCommandLineOption storeOption(QStringLiteral("store"), QStringLiteral("The studio's file."), QStringLiteral("FILE"));
    const QCommandLineOption picture(QStringLiteral("picture"), QStringLiteral("Save a picture of the window, then quit."), QStringLiteral("FILE"));
    const QCommandLineOption startOnly(QStringLiteral("quit-when-painted"), QStringLiteral("Quit after the first painting (for benchmarks)."));
    parser.addOptions({demo, storeOption, picture, startOnly});
    parser.process(application);

    const auto surround = app::Surround(QSettings().value(QStringLiteral("look/surround"), 0).toInt());
    app::applySurround(application, surround);
    QApplication::setWindowIcon(QIcon(app::lampPixmap(LampFill::ThreeQuarters, 64, QColor(128, 128, 128), 1)));
    QString path = parser.value(storeOption);
    if (path.isEmpty()) {
        path = defaultStorePath();
        if (parser.isSet(demo)) {
            path = QFileInfo(path).absolutePath() + QStringLiteral("/demo.sqlite");
        }
    }
    app::MainWindow window(path);
    window.show();
    if (parser.isSet(startOnly)) {
        QTimer::singleShot(0, &application, &QApplication::quit);
    }
    // The window is painted before the studio is read.
    QTimer::singleShot(0, &window, [&] { window.openStore(parser.isSet(demo)); });
    if (parser.isSet(picture)) {
        auto *timer = new QTimer(&window);
        QObject::connect(timer, &QTimer::timeout, &window, [&] {
            if (!window.fillingDemo()) {
                const bool saved = window.grab().save(parser.value(picture));
                std::fprintf(stderr, "%s\n", saved ? "The picture was saved." : "The picture could not be saved.");
                window.close();
            }
        });
        timer->start(1200);
    }
    return QApplication::exec();
}
