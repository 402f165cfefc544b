// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "desktop/x_screen.h"
#include "device/bench.h"

#include <QWidget>

#include <atomic>

namespace lamp::app {

/// Shows a patch, full screen, on a real screen. Escape hides it.
class PatchWindow : public QWidget {
    Q_OBJECT

public:
    explicit PatchWindow(QScreen *screen);
    /// Goes to a screen, before it is shown there.
    void moveTo(QScreen *screen);
    void showPatch(const lamp::Patch &patch);
    /// Whether any patch was shown since begin().
    void begin() { m_used = false; }
    [[nodiscard]] bool used() const { return m_used; }
    /// Whether it is away from the screen just now; may be asked from any thread.
    [[nodiscard]] bool away() const { return m_away; }

protected:
    void paintEvent(QPaintEvent *event) override;
    void keyPressEvent(QKeyEvent *event) override;
    void hideEvent(QHideEvent *event) override;

Q_SIGNALS:
    void escaped();

private:
    lamp::Patch m_patch;
    bool m_used = false;
    std::atomic<bool> m_away{true};
};

/// A screen of this computer as the display of a bench. What its menu offers is not known. Its LUT are the gamma ramps
/// of the X output that carries the window, where it has any. Calls come from the visit's thread and reach the window
/// through the event loop.
class ScreenBench : public lamp::Bench {
public:
    /// \param window lives on the interface's thread and outlives this object
    /// \param x where the window's output is looked for; null where there is none
    /// \param output the name of that output, where it is not that of the window's screen
    /// \param name what the display is called where the screen does not say what it is
    ScreenBench(PatchWindow *window, const QString &name, const QString &technology, std::unique_ptr<XScreen> x, const QString &output = {});

    Result<BenchInfo> hello() override;
    Status advance(double) override { return Done{}; }
    [[nodiscard]] double now() const override { return 0; }
    Result<DisplayInfo> describeDisplay() override;
    Status show(const Patch &patch) override;
    [[nodiscard]] bool hidden() const override { return m_window->away(); }
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
