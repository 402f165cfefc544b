// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/menu_form.h"

#include "app/parts/words.h"

#include <QCheckBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QLabel>

#include <algorithm>

namespace lamp::app {

namespace {

constexpr double kMostOfAMenu = 1000;

/// The usual ones in a menu's order; what else the last visit knew behind them.
std::vector<Control> offered(const std::vector<Control> &known)
{
    std::vector<Control> all;
    const auto take = [&](const std::string &name) {
        const auto it = std::find_if(known.begin(), known.end(), [&](const Control &c) { return c.name == name; });
        all.push_back(it != known.end() ? *it : Control{name, 0, 100, 1, name == "brightness" ? 50.0 : 100.0, true});
    };
    for (const char *usual : {"brightness", "red", "green", "blue"}) {
        take(usual);
    }
    for (const Control &c : known) {
        if (std::none_of(all.begin(), all.end(), [&](const Control &a) { return a.name == c.name; })) {
            all.push_back(c);
        }
    }
    return all;
}

QDoubleSpinBox *box(double least, double most, double step, double value)
{
    auto *b = new QDoubleSpinBox;
    b->setDecimals(step < 1 ? 1 : 0);
    b->setRange(least, most);
    b->setSingleStep(step);
    b->setValue(value);
    return b;
}

} // namespace

MenuForm::MenuForm(const std::vector<Control> &known, QWidget *parent) : QWidget(parent)
{
    auto *grid = new QGridLayout(this);
    grid->setContentsMargins(0, 4, 0, 4);
    auto *what = new QLabel(
        tr("What does the display's own menu offer? Tick it and say where it stands; it is asked for by name then. Next time it is known."));
    what->setWordWrap(true);
    grid->addWidget(what, 0, 0, 1, 4);
    grid->addWidget(new QLabel(tr("stands at")), 1, 1);
    grid->addWidget(new QLabel(tr("goes to")), 1, 2);
    grid->setColumnStretch(3, 1);
    int line = 2;
    for (const Control &c : offered(known)) {
        const QString name = text(controlNamed(c.name));
        Row row{c, new QCheckBox(name), box(c.min, kMostOfAMenu, c.step, c.value), box(c.min + c.step, kMostOfAMenu, c.step, c.max)};
        row.there->setChecked(std::any_of(known.begin(), known.end(), [&](const Control &k) { return k.name == c.name; }));
        row.now->setAccessibleName(tr("%1 stands at").arg(name));
        row.most->setAccessibleName(tr("%1 goes to").arg(name));
        for (QDoubleSpinBox *b : {row.now, row.most}) {
            b->setEnabled(row.there->isChecked());
            connect(row.there, &QCheckBox::toggled, b, &QWidget::setEnabled);
        }
        connect(row.most, &QDoubleSpinBox::valueChanged, row.now, &QDoubleSpinBox::setMaximum);
        row.now->setMaximum(row.most->value());
        grid->addWidget(row.there, line, 0);
        grid->addWidget(row.now, line, 1);
        grid->addWidget(row.most, line, 2);
        ++line;
        m_rows.push_back(row);
    }
}

std::vector<Control> MenuForm::menu() const
{
    std::vector<Control> menu;
    for (const Row &r : m_rows) {
        if (r.there->isChecked()) {
            Control c = r.control;
            c.max = r.most->value();
            c.value = r.now->value();
            c.byPerson = true;
            menu.push_back(c);
        }
    }
    return menu;
}

} // namespace lamp::app
