// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QHash>
#include <QStackedWidget>

namespace lamp::app {

/// The pages in the middle of the window, of which one is seen, and what goes with each.
class Pages : public QStackedWidget {
    Q_OBJECT

public:
    /// What stands beside a page.
    enum class Beside {
        Reading, ///< the reading and the bench
        Nothing  ///< nothing is read there: the page has the room
    };

    using QStackedWidget::QStackedWidget;
    /// \param heading of the guide, which is written in one language
    void add(QWidget *page, Beside beside, const char *heading);
    /// Of the page that is seen: one that has the whole room does not push what stands beside another.
    [[nodiscard]] QSize minimumSizeHint() const override
    {
        return currentWidget() != nullptr ? currentWidget()->minimumSizeHint() : QStackedWidget::minimumSizeHint();
    }
    [[nodiscard]] Beside beside() const { return m_of.value(currentWidget()).beside; }
    /// Where the guide tells of what is seen.
    [[nodiscard]] QString heading() const { return QString::fromUtf8(m_of.value(currentWidget()).heading); }

private:
    struct Page {
        Beside beside = Beside::Reading;
        const char *heading = "User guide";
    };
    QHash<QWidget *, Page> m_of;
};

inline void Pages::add(QWidget *page, Beside beside, const char *heading)
{
    addWidget(page);
    m_of.insert(page, {beside, heading});
}

} // namespace lamp::app
