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
    /// Shows a page. What stands beside pages hears of it before: a wide page and what stands beside another never push the window together.
    void setCurrentWidget(QWidget *page)
    {
        Q_EMIT aboutToShow(m_of.value(page).beside);
        QStackedWidget::setCurrentWidget(page);
    }
    /// Of the page that is seen, and never more than a window of 1,280 pixels has beside the list of displays: nothing that a page says for a moment
    /// widens the window.
    [[nodiscard]] QSize minimumSizeHint() const override
    {
        constexpr int kAlone = 940, kBesideReading = 620;
        const QSize hint = currentWidget() != nullptr ? currentWidget()->minimumSizeHint() : QStackedWidget::minimumSizeHint();
        return hint.boundedTo({beside() == Beside::Nothing ? kAlone : kBesideReading, hint.height()});
    }
    [[nodiscard]] Beside beside() const { return m_of.value(currentWidget()).beside; }
    /// Where the guide tells of what is seen.
    [[nodiscard]] QString heading() const { return QString::fromUtf8(m_of.value(currentWidget()).heading); }

Q_SIGNALS:
    void aboutToShow(lamp::app::Pages::Beside beside);

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
