// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "judge/judgement.h"

#include <QWidget>

#include <optional>
#include <vector>

namespace lamp::app {

/// Figures side by side, large enough to be read at a glance: name, value, what it is held against, and whether it holds, told by
/// shape as lamps are.
class FigureStrip : public QWidget {
    Q_OBJECT

public:
    struct Figure {
        QString name, value, unit, against;
        std::optional<Verdict> verdict; ///< nothing: it is not judged
    };

    explicit FigureStrip(QWidget *parent = nullptr);
    void setFigures(std::vector<Figure> figures);
    /// In words (for tests and screen readers).
    [[nodiscard]] QString text() const;
    [[nodiscard]] QSize sizeHint() const override { return {600, 76}; }
    [[nodiscard]] QSize minimumSizeHint() const override { return {420, 76}; }

protected:
    void paintEvent(QPaintEvent *event) override;

private:
    std::vector<Figure> m_figures;
};

} // namespace lamp::app
