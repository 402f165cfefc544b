// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/studio/edit_many.h"
#include "app/parts/on_screen.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QSpinBox>
#include <QVBoxLayout>

namespace lamp::app {

EditMany::EditMany(std::vector<DisplayEntry> displays, Store &store, QWidget *parent)
    : QDialog(parent), m_displays(std::move(displays)), m_rooms(store.studio().rooms()), m_lines(new QVBoxLayout)
{
    setWindowTitle(tr("Edit %1 displays").arg(m_displays.size()));
    auto *layout = new QVBoxLayout(this);
    QStringList names;
    constexpr size_t kNamed = 5;
    for (size_t i = 0; i < std::min(kNamed, m_displays.size()); ++i) {
        names << m_displays[i].name;
    }
    if (m_displays.size() > kNamed) {
        names << tr("and %1 more").arg(m_displays.size() - kNamed);
    }
    auto *who = new QLabel(tr("Only what is ticked changes: %1.").arg(names.join(QStringLiteral(", "))));
    who->setWordWrap(true);
    layout->addWidget(who);
    layout->addLayout(m_lines);
    auto *room = new QComboBox, *panel = new QComboBox;
    auto *role = new QLineEdit(m_displays.front().role);
    auto *critical = new QSpinBox, *every = new QSpinBox;
    room->setEditable(true);
    for (const Room &r : m_rooms) {
        room->addItem(r.name);
        if (r.id == m_displays.front().roomId) {
            room->setCurrentIndex(room->count() - 1);
        }
    }
    offerPanels(panel, m_displays.front().technology);
    critical->setRange(0, 3);
    critical->setValue(m_displays.front().critical);
    every->setRange(1, 3650);
    every->setSuffix(tr(" days"));
    every->setValue(m_displays.front().cadenceDays);
    auto *use = new QComboBox;
    use->addItems({tr("in use"), tr("out of use: their history stays")});
    line(tr("&Room"), room, [room](EditDisplay::Edited &e) { e.room = room->currentText().trimmed(); });
    line(tr("&Panel"), panel, [panel](EditDisplay::Edited &e) { e.display.technology = panel->currentText(); });
    line(tr("Used &for"), role, [role](EditDisplay::Edited &e) { e.display.role = role->text().trimmed(); });
    line(tr("&How much depends on it"), critical, [critical](EditDisplay::Edited &e) { e.display.critical = critical->value(); });
    line(tr("&Visited every"), every, [every](EditDisplay::Edited &e) { e.display.cadenceDays = every->value(); });
    line(tr("&Use"), use, [use](EditDisplay::Edited &e) { e.retired = use->currentIndex() == 1; });
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    layout->addWidget(buttons);
    QPushButton *ok = buttons->button(QDialogButtonBox::Ok);
    const auto complete = [this, ok, room] {
        const bool any = std::any_of(m_all.begin(), m_all.end(), [](const Line &l) { return l.ticked->isChecked(); });
        ok->setEnabled(any && !(m_all.front().ticked->isChecked() && room->currentText().trimmed().isEmpty()));
    };
    for (const Line &l : m_all) {
        connect(l.ticked, &QCheckBox::toggled, this, complete);
    }
    connect(room, &QComboBox::currentTextChanged, this, complete);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    complete();
    keepOnScreen(*this, buttons);
}

void EditMany::line(const QString &name, QWidget *field, std::function<void(EditDisplay::Edited &)> change)
{
    auto *row = new QHBoxLayout;
    auto *tick = new QCheckBox(name);
    constexpr int kNames = 190;
    tick->setMinimumWidth(kNames);
    field->setAccessibleName(QString(name).remove(QLatin1Char('&')));
    field->setEnabled(false);
    connect(tick, &QCheckBox::toggled, field, &QWidget::setEnabled);
    row->addWidget(tick);
    row->addWidget(field, 1);
    m_lines->addLayout(row);
    m_all.push_back({tick, std::move(change)});
}

std::vector<EditDisplay::Edited> EditMany::edited() const
{
    std::vector<EditDisplay::Edited> all;
    for (const DisplayEntry &d : m_displays) {
        EditDisplay::Edited e{d, {}, d.retired.has_value()};
        for (const Room &r : m_rooms) {
            e.room = r.id == d.roomId ? r.name : e.room;
        }
        for (const Line &l : m_all) {
            if (l.ticked->isChecked()) {
                l.change(e);
            }
        }
        all.push_back(std::move(e));
    }
    return all;
}

Status keepAllEdited(Store &store, const std::vector<DisplayEntry> &before, const std::vector<EditDisplay::Edited> &edited, WallTime now)
{
    return store.act([&]() -> Status {
        for (size_t i = 0; i < before.size(); ++i) {
            if (const Status s = keepEdited(store, before[i], edited[i], now); !s) {
                return s;
            }
        }
        return Done{};
    });
}

} // namespace lamp::app
