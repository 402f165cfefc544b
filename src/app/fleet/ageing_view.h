// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "store/store.h"

#include <QFrame>

class QLabel;
class QTableWidget;

namespace lamp::app {

class Banner;
class WorkingLine;
class PlotWidget;

/// How the studio's displays and instruments age: until when each display can hold its target and what ends it, and whether it is an
/// instrument that has moved.
class AgeingView : public QFrame {
    Q_OBJECT

public:
    explicit AgeingView(Banner &banner, QWidget *parent = nullptr);
    /// \param chosen the display whose years are drawn at first
    void show(Store &store, WallTime now, qint64 chosen);
    /// The display that is looked at; 0 for none.
    [[nodiscard]] qint64 chosen() const { return m_chosen; }
    [[nodiscard]] bool busy() const { return m_background.busy(); }
    [[nodiscard]] QTableWidget *displays() const { return m_displays; }
    [[nodiscard]] QTableWidget *instruments() const { return m_instruments; }
    [[nodiscard]] PlotWidget *years() const { return m_years; }
    [[nodiscard]] QString summary() const;
    /// What is said of the display that is chosen.
    [[nodiscard]] QString facts() const;

Q_SIGNALS:
    void displayWanted(qint64 id);

private:
    struct Line {
        qint64 id = 0;
        QString name, room;
        DisplayAgeing ageing;
        std::vector<HistoryEntry> entries;
    };
    struct Found {
        std::vector<Line> lines; ///< the first to end first
        std::vector<InstrumentAgeing> instruments;
        std::map<std::string, QString> instrumentNames; ///< by serial
    };
    static Result<Found> find(Store &store, WallTime now);
    void take(Found found);
    void fillInstruments();
    void draw(int row);
    [[nodiscard]] QStringList cells(const Line &line) const;

    Banner &m_banner;
    Background m_background;
    WallTime m_now{};
    qint64 m_chosen = 0;
    Found m_found;
    QLabel *m_summary;
    WorkingLine *m_working; ///< below it
    QString m_place;        ///< of the studio that is shown
    QLabel *m_facts;
    QTableWidget *m_displays, *m_instruments;
    PlotWidget *m_years;
};

} // namespace lamp::app
