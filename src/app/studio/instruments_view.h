// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

#include <QFrame>

class QCheckBox;
class QDateEdit;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QListWidget;
class QPushButton;
class QTableWidget;

namespace lamp::app {

class Banner;

/// The studio's instruments, each with its card: what it is, its certificate and stated accuracy (which visits count with), its
/// corrections, where it was used, and when it should be compared or sent in.
class InstrumentsView : public QFrame {
    Q_OBJECT

public:
    explicit InstrumentsView(Banner &banner, QWidget *parent = nullptr);
    /// \param store outlives what is shown
    void show(Store &store, WallTime now);
    /// Chooses one by its number. \return whether there is one
    bool choose(qint64 instrumentId);
    /// What is said of the one that is chosen (for tests and screen readers).
    [[nodiscard]] QString facts() const;

private:
    void fill();
    void showCard(int row);
    [[nodiscard]] InstrumentEntry edited() const;
    void keep();
    void tellChanged();

    Banner &m_banner;
    Store *m_store = nullptr;
    WallTime m_now{};
    std::vector<InstrumentEntry> m_all;
    int m_row = -1;
    bool m_filling = false;
    QListWidget *m_list;
    QLabel *m_empty, *m_name, *m_facts, *m_advice;
    QWidget *m_card;
    QLineEdit *m_certificate, *m_note;
    QCheckBox *m_isMade, *m_isCertified, *m_statesXy, *m_statesLuminance, *m_retired;
    QDateEdit *m_made, *m_certified;
    QDoubleSpinBox *m_xy, *m_luminance;
    QPushButton *m_keep, *m_revert;
    QTableWidget *m_corrections;
};

} // namespace lamp::app
