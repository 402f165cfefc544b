// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/parts/on_screen.h"

#include <QDialog>
#include <QLayout>
#include <QScreen>
#include <QScrollArea>
#include <QScrollBar>
#include <QVBoxLayout>

#include <algorithm>

namespace lamp::app {

namespace {

/// As large as what is in it while the screen is, else as high as that leaves room for.
class Scrolling : public QScrollArea {
public:
    explicit Scrolling(QWidget *content)
    {
        setFrameShape(QFrame::NoFrame);
        setWidgetResizable(true);
        setWidget(content);
        content->setAutoFillBackground(false);
        viewport()->setAutoFillBackground(false);
    }
    [[nodiscard]] QSize sizeHint() const override
    {
        const QSize all = widget()->sizeHint();
        const int width = std::min(all.width() + bar(), largest().width());
        const int height = widget()->hasHeightForWidth() ? widget()->heightForWidth(width - bar()) : all.height();
        return {width, std::min(height, largest().height())};
    }
    [[nodiscard]] QSize minimumSizeHint() const override
    {
        constexpr int kLines = 6;
        return {std::min(widget()->minimumSizeHint().width() + bar(), largest().width()), kLines * fontMetrics().lineSpacing()};
    }

private:
    [[nodiscard]] int bar() const { return verticalScrollBar()->sizeHint().width(); }
    /// Leaves room for the window's frame and the buttons.
    [[nodiscard]] QSize largest() const
    {
        constexpr int kFrame = 60;
        const QSize screenSize = screen()->availableGeometry().size();
        return {screenSize.width() - kFrame, screenSize.height() - kFrame - 4 * fontMetrics().lineSpacing()};
    }
};

} // namespace

void keepOnScreen(QDialog &dialog, QWidget *buttons)
{
    QLayout *all = dialog.layout();
    all->removeWidget(buttons);
    const QMargins margins = all->contentsMargins();
    auto *content = new QWidget;
    content->setLayout(all); // takes it and all that is in it
    all->setContentsMargins(0, 0, 0, 0);
    auto *column = new QVBoxLayout(&dialog);
    column->setContentsMargins(margins);
    column->addWidget(new Scrolling(content), 1);
    column->addWidget(buttons);
}

} // namespace lamp::app
