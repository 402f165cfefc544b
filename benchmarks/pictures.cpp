// SPDX-License-Identifier: GPL-3.0-or-later
// How quickly what is known of a display is drawn, in software: charts that are panned and magnified, the page of a large visit, that of ten years
// of weekly visits. Beside each stands the same time over what it takes to fill a picture of that size, on the same machine in the same run.
#include "app/evidence/evidence_view.h"
#include "app/parts/banner.h"
#include "app/parts/plot_widget.h"
#include "report/report.h"
#include "simlab/sim_bench.h"
#include "visit/visit.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QKeyEvent>
#include <QListWidget>
#include <QTemporaryDir>

#include <algorithm>
#include <cmath>
#include <cstdio>
#include <vector>

using namespace lamp;
using namespace lamp::app;

namespace {

const WallTime kNow = fromIsoTime("2031-03-04T12:00:00Z");

template <typename F> double medianMs(int times, F f)
{
    std::vector<double> all;
    for (int i = 0; i < times; ++i) {
        QElapsedTimer timer;
        timer.start();
        f(i);
        all.push_back(double(timer.nsecsElapsed()) / 1e6);
    }
    std::nth_element(all.begin(), all.begin() + times / 2, all.end());
    return all[size_t(times / 2)];
}

/// A picture that is filled 50 times: what the machine can do just now.
double unitMs(const QSize &size)
{
    QImage picture(size, QImage::Format_RGB32);
    return medianMs(9, [&](int i) {
        for (int k = 0; k < 50; ++k) {
            picture.fill(QColor(i, k, 7));
        }
    });
}

void tell(const char *what, double ms, const QSize &size)
{
    std::printf("%-58s %8.1f ms %8.2f times filling it 50 times\n", what, ms, ms / unitMs(size));
    std::fflush(stdout);
}

VisitRecord visited()
{
    auto bench = std::move(sim::makeBench("curlew", 5)).value();
    bench->skipTime(7200);
    VisitPlan plan;
    plan.target = *builtInTarget("Photo");
    plan.tolerance = *builtInTolerance("studio");
    plan.waitForWarmUp = false;
    VisitHooks hooks;
    hooks.wallClock = [] { return fromIsoTime("2031-03-01T09:00:00Z"); };
    return Visit(*bench, plan, hooks, {}).run().value();
}

/// The same with so many readings, verified colours and grays among them.
VisitRecord larger(VisitRecord r, size_t readings)
{
    while (r.readings.size() < readings) {
        Measurement m = r.readings[r.readings.size() % 60];
        m.index = int(r.readings.size()) + 1;
        m.t += double(r.readings.size());
        r.readings.push_back(m);
    }
    const auto colours = r.verification.colours;
    while (r.verification.colours.size() < readings / 3) {
        r.verification.colours.push_back(colours[r.verification.colours.size() % colours.size()]);
    }
    return r;
}

void chart()
{
    plot::Plot p;
    plot::Series s;
    constexpr int kPoints = 5000;
    for (int i = 0; i < kPoints; ++i) {
        s.points.push_back({double(i), std::sin(i * 0.01) + 0.1 * std::sin(i * 1.7), {}, "a value"});
    }
    s.mark = plot::Mark::Square;
    p.series = {s};
    p.x = {"", "", 0, kPoints, {}, 0};
    p.y = {"", "", -1.2, 1.2, {-1, 0, 1}, 0};
    PlotWidget w;
    w.resize(1000, 600);
    w.setPlot(p);
    w.show();
    QApplication::processEvents();
    int step = 0;
    const auto key = [&](Qt::Key k, Qt::KeyboardModifiers m) {
        QKeyEvent press(QEvent::KeyPress, k, m, k == Qt::Key_Plus ? QStringLiteral("+") : QString());
        QApplication::sendEvent(&w, &press);
    };
    const double ms = medianMs(60, [&](int) {
        ++step;
        if (step % 10 == 0) {
            key(step % 20 == 0 ? Qt::Key_0 : Qt::Key_Plus, Qt::NoModifier);
        } else {
            key(step % 2 == 0 ? Qt::Key_Right : Qt::Key_Up, Qt::ControlModifier);
        }
        w.repaint();
    });
    tell("a chart of 5,000 marks, panned or magnified, a picture", ms, w.size());
}

} // namespace

int main(int argc, char **argv)
{
    qputenv("QT_QPA_PLATFORM", "offscreen");
    const QApplication application(argc, argv);
    loadFonts();
    chart();
    QTemporaryDir dir;
    auto store = std::move(Store::open(dir.filePath("studio.sqlite"))).value();
    std::vector<DisplayEntry> displays(2);
    const qint64 room = store->studio().addRoom("booth").value();
    for (DisplayEntry &d : displays) {
        d.roomId = room;
        d.name = d.model = d.serial = &d == &displays.front() ? "large" : "years";
        (void)store->studio().add(d, fromIsoTime("2021-01-01T00:00:00Z"));
    }
    displays = store->studio().displays();
    std::sort(displays.begin(), displays.end(), [](const DisplayEntry &p, const DisplayEntry &q) { return p.name < q.name; });
    const VisitRecord usual = visited();
    VisitRecord large = larger(usual, 1000);
    if (!store->visits().finish(large, displays[0].id)) {
        return 1;
    }
    constexpr int kWeeks = 520;
    for (int week = 0; week < kWeeks; ++week) {
        VisitRecord r = usual;
        r.id = "week" + std::to_string(week);
        r.started = fromIsoTime("2021-03-01T09:00:00Z") + std::chrono::hours(24 * 7 * week);
        r.finished = r.started + std::chrono::minutes(12);
        if (!store->visits().finish(r, displays[1].id)) {
            return 1;
        }
    }
    Banner banner;
    EvidenceView view(banner, [&] { return store.get(); });
    view.resize(1000, 720);
    view.setVisible(true);
    for (const auto &[what, display, source] :
         {std::tuple{"the page of a visit of 1,000 readings, opened", 0, -1}, std::tuple{"the page of ten years of weekly visits, opened", 1, 0}}) {
        std::vector<double> all;
        for (int i = 0; i < 9; ++i) {
            view.show(displays[size_t(1 - display)], kNow);
            QApplication::processEvents();
            QElapsedTimer timer;
            timer.start();
            view.show(displays[size_t(display)], kNow);
            if (source >= 0) {
                view.sources()->setCurrentRow(source);
            }
            view.repaint();
            QApplication::processEvents();
            all.push_back(double(timer.nsecsElapsed()) / 1e6);
        }
        std::nth_element(all.begin(), all.begin() + 4, all.end());
        tell(what, all[4], view.size());
    }
    return 0;
}
