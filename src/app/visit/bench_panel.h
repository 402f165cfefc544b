// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "simlab/sim_bench.h"

#include <QFrame>

#include <map>
#include <memory>

class QSlider;
class QLabel;
class QTimer;
class QGridLayout;

namespace lamp::app {

/// The simulated bench as a thing on the desk: the screen with its patch, the instrument lying on it, and the
/// display's own menu, whose controls can be turned.
class BenchPanel : public QFrame {
    Q_OBJECT

public:
    explicit BenchPanel(QWidget *parent = nullptr);
    void setBench(std::shared_ptr<sim::SimBench> bench);
    /// Marks what the visit asks for: the slider to turn and the value wanted. An empty name ends it.
    void askFor(const QString &control, double value);
    /// The slider of a control, or null.
    [[nodiscard]] QSlider *slider(const QString &control) const;

private:
    void refresh();
    void rebuildMenu();

    class Picture;
    std::shared_ptr<sim::SimBench> m_bench;
    Picture *m_picture;
    QLabel *m_title, *m_asked;
    QGridLayout *m_menu;
    QTimer *m_timer;
    struct Row {
        QLabel *name;
        QSlider *slider;
        QLabel *value;
    };
    std::map<QString, Row> m_rows;
};

} // namespace lamp::app
