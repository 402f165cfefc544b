// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "report/report.h"

#include <QGuiApplication>

#include <array>
#include <memory>
#include <string>

namespace lamp::cli {

/// What reports need to be painted where there is no screen.
class PaintingWithoutScreen {
public:
    explicit PaintingWithoutScreen(bool wanted)
    {
        if (wanted) {
            // What Qt says about the missing screen is of no use here.
            qputenv("QT_QPA_PLATFORM", "offscreen");
            qInstallMessageHandler([](QtMsgType, const QMessageLogContext &, const QString &) {});
            m_gui = std::make_unique<QGuiApplication>(m_count, m_arguments.data());
            loadFonts();
        }
    }

private:
    int m_count = 1;
    std::string m_program = "dutiful-lamp-cli";
    std::array<char *, 2> m_arguments{m_program.data(), nullptr};
    std::unique_ptr<QGuiApplication> m_gui;
};

} // namespace lamp::cli
