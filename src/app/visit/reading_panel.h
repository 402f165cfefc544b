// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/visit_runner.h"

#include <QFrame>

class QLabel;

namespace lamp::app {

/// The reading, always in sight: luminance, chromaticity, correlated colour temperature and distance to the target,
/// with uncertainty, in large figures.
class ReadingPanel : public QFrame {
    Q_OBJECT

public:
    explicit ReadingPanel(QWidget *parent = nullptr);
    void clear();
    void show(const Measurement &m, const VisitRecord &record);
    /// What is read next, and why; until the stage has ended.
    void showNext(const NextReading &next);
    /// Nothing is being read.
    void endNext();
    /// What the panel says, line by line (for tests and screen readers).
    [[nodiscard]] QString text() const;

private:
    QLabel *m_luminance, *m_chromaticity, *m_cct, *m_distance, *m_what, *m_next;
};

} // namespace lamp::app
