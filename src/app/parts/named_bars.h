// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

#include <optional>
#include <vector>

namespace lamp::app {

/// A few figures with names, side by side as bars: each with its value and what it may be wrong by.
class NamedBars : public QWidget {
    Q_OBJECT

public:
    struct Bar {
        QString name;
        double value = 0;
        std::optional<double> k2 = {}; ///< expanded uncertainty
        bool strong = false;           ///< the one that is meant
    };
    explicit NamedBars(QWidget *parent = nullptr);
    /// \param title with the unit \param decimals of the values \param limit that a bar should not pass; nothing for none
    void setBars(const QString &title, std::vector<Bar> bars, int decimals, std::optional<double> limit = {});
    [[nodiscard]] const std::vector<Bar> &bars() const { return m_bars; }
    /// All of it, line by line (for tests and screen readers).
    [[nodiscard]] QString text() const;
    [[nodiscard]] QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent *event) override;

private:
    [[nodiscard]] QString said(const Bar &bar) const;
    QString m_title;
    std::vector<Bar> m_bars;
    std::optional<double> m_limit;
    int m_decimals = 1;
};

} // namespace lamp::app
