// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/x_screen.h"
#include "device/bench.h"

#include <QWidget>

namespace lamp::app {

/// Shows a patch, full screen, on a real screen. Escape hides it.
class PatchWindow : public QWidget {
    Q_OBJECT

public:
    explicit PatchWindow(QScreen *screen);
    void showPatch(const lamp::Patch &patch);

protected:
    void paintEvent(QPaintEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;

Q_SIGNALS:
    void escaped();

private:
    lamp::Patch m_patch;
};

/// A screen of this computer as the display of a bench. What its menu offers is not known. Its LUT are the gamma ramps
/// of the X output that carries the window, where it has any. Calls come from the visit's thread and reach the window
/// through the event loop.
class ScreenBench : public lamp::Bench {
public:
    /// \param window lives on the interface's thread and outlives this object
    /// \param x where the window's output is looked for; null where there is none
    /// \param output the name of that output, where it is not that of the window's screen
    ScreenBench(PatchWindow *window, const QString &technology, std::unique_ptr<XScreen> x, const QString &output = {});

    Result<BenchInfo> hello() override;
    Status advance(double) override { return Done{}; }
    [[nodiscard]] double now() const override { return 0; }
    Result<DisplayInfo> describeDisplay() override;
    Status show(const Patch &patch) override;
    Status setMode(const std::string &) override { return refused(); }
    Result<double> setControl(const std::string &, double) override { return refused().error(); }
    Status setLut(const Ramps &ramps) override;
    Status resetLut() override { return setLut({}); }
    Result<InstrumentInfo> describeInstrument() override { return refused().error(); }
    Status selectInstrument(int) override { return refused(); }
    Status place(const Place &) override { return refused(); }
    Status setCorrection(const std::string &) override { return refused(); }
    Result<Reading> read(ReadMode, double) override { return refused().error(); }

private:
    static Status refused();
    PatchWindow *m_window;
    DisplayInfo m_info;
    std::unique_ptr<XScreen> m_x;
    std::optional<XOutput> m_output;
};

} // namespace lamp::app
