// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "store/store.h"
#include "survey/comparison.h"

#include <QFrame>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QListWidget;
class QListWidgetItem;
class QPushButton;
class QTableWidget;

namespace lamp::app {

class Banner;
class ReportButton;
class NamedBars;

/// Two to eight things side by side that did the same tests: a display's modes, displays, profiles, visits, instruments; which of them to take, and
/// why.
class CompareView : public QFrame {
    Q_OBJECT

public:
    /// \param store the studio that is open, where there is one
    CompareView(Banner &banner, std::function<Store *()> store, QWidget *parent = nullptr);
    /// What can be compared: a display's visits and measurements, and the newest visit of each other display. What was chosen stays.
    void show(const DisplayEntry &display);
    /// Chooses by keys of the list: "v" and a visit's, "m" and a measurement's number.
    void choose(const QStringList &keys);
    [[nodiscard]] QStringList offered() const;
    [[nodiscard]] bool busy() const { return m_background.busy(); }
    [[nodiscard]] const std::optional<Comparison> &comparison() const { return m_comparison; }
    [[nodiscard]] QTableWidget *table() const { return m_table; }
    [[nodiscard]] QDoubleSpinBox *limit() const { return m_limit; }
    /// What stands on the page (for tests and screen readers).
    [[nodiscard]] QString words() const;

private:
    struct Found {
        Comparison comparison;
        std::optional<Result<InstrumentDifference>> instruments; ///< of two that read one display
        std::pair<std::string, std::string> names;               ///< of those
    };
    /// \param words of the list \param name short, for bars and table
    void offer(const QString &key, const QString &words, const QString &name, const QStringList &before);
    void compare();
    void show(const Found &found);
    void clear(const QString &why);
    void keepCorrection();

    Banner &m_banner;
    Background m_background;
    std::function<Store *()> m_store;
    DisplayEntry m_display;
    std::optional<Comparison> m_comparison;
    std::optional<MatrixCorrection> m_correction;
    QListWidget *m_list;
    QLabel *m_title, *m_verdict, *m_instruments;
    NamedBars *m_means, *m_largest;
    QTableWidget *m_table;
    QPushButton *m_keep;
    ReportButton *m_report;
    QDoubleSpinBox *m_limit, *m_equal, *m_uniformity;
    QComboBox *m_space;
};

} // namespace lamp::app
