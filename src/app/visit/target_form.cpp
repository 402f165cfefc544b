// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/target_form.h"

#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "colour/cct.h"
#include "report/visit_plots.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QGridLayout>
#include <QInputDialog>
#include <QKeyEvent>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>

namespace lamp::app {

namespace {

/// What the list of whites holds beside the illuminants by name.
enum White { Daylight = 100, Planckian, Xy, RoomLight, Native };

QLabel *quiet(QWidget *parent)
{
    auto *label = new QLabel(parent);
    label->setWordWrap(true);
    return label;
}

QString levelsSaid(const TargetReach &r)
{
    return TargetForm::tr("%1 of 256 levels are left along the grays.").arg(r.levels);
}

QString reachSaid(const TargetReach &r, const VisitFacts &facts)
{
    QStringList lines;
    const QString most = number(r.most, 0);
    if (!r.wanted) {
        lines << TargetForm::tr("About %1 cd/m² come of it.").arg(most);
    } else if (r.reached) {
        const double spare = 100 * (1 - *r.wanted / r.most);
        lines << TargetForm::tr("Reached: at this white the display gives about %1 cd/m² at most, %2 % to spare.")
                     .arg(most, number(std::max(0.0, spare), 0));
    } else {
        lines << TargetForm::tr("Out of reach: at this white the display gives about %1 cd/m² at most, %2 wanted.").arg(most, number(*r.wanted, 0));
    }
    if (r.whiteMoves > 0.5) {
        lines << TargetForm::tr("White moves by ΔE00 %1 from the display's own.").arg(number(r.whiteMoves, 1));
    }
    lines << levelsSaid(r);
    if (r.contrast) {
        lines << TargetForm::tr("Contrast about %1 : 1, black %2 cd/m².").arg(number(*r.contrast, 0), number(r.luminance / *r.contrast, 2));
    }
    lines << TargetForm::tr("By the visit of %1.").arg(wordedDay(facts.finished));
    return lines.join('\n');
}

} // namespace

TargetForm::TargetForm(std::vector<Target> offered, const Target &chosen, const std::optional<Chromaticity> &roomLight, QWidget *parent)
    : QWidget(parent), m_offered(std::move(offered)), m_roomLight(roomLight), m_list(new QListWidget(this)), m_why(quiet(this)),
      m_preview(quiet(this)), m_state(quiet(this)), m_white(new QComboBox(this)), m_luminance(new QComboBox(this)), m_tone(new QComboBox(this)),
      m_black(new QComboBox(this)), m_gamut(new QComboBox(this)),
      m_keepLuminance(new QCheckBox(tr("Where the panel cannot reach both, keep the &luminance and let the white move"), this)),
      m_keep(new QPushButton(tr("&Keep as…"), this)), m_rename(new QPushButton(tr("Re&name…"), this)),
      m_takeOff(new QPushButton(tr("&Take off"), this)), m_import(new QPushButton(tr("&Import…"), this)),
      m_export(new QPushButton(tr("E&xport…"), this)), m_plot(new PlotWidget(this))
{
    m_list->setAccessibleName(tr("Targets"));
    buildSettings(roomLight);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_list);
    layout->addWidget(m_why);
    auto *grid = new QGridLayout;
    grid->setVerticalSpacing(4);
    const auto line = [&](int row, const QString &name, QComboBox *choice, std::initializer_list<QDoubleSpinBox *> values) {
        auto *label = new QLabel(name, this);
        label->setBuddy(choice);
        choice->setAccessibleName(name.toLower().remove('&'));
        grid->addWidget(label, row, 0);
        grid->addWidget(choice, row, 1);
        choice->setMinimumContentsLength(12);
        choice->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        auto *fields = new QHBoxLayout;
        fields->setSpacing(4);
        for (QDoubleSpinBox *v : values) {
            fields->addWidget(v);
        }
        fields->addStretch(1);
        grid->addLayout(fields, row, 2);
    };
    line(0, tr("&White"), m_white, {m_kelvin, m_x, m_y});
    line(1, tr("Lu&minance"), m_luminance, {m_level, m_lux, m_reflectance});
    line(2, tr("T&one"), m_tone, {m_gamma});
    line(3, tr("&Black"), m_black, {m_blackLevel});
    line(4, tr("&Gamut"), m_gamut, {});
    auto *side = new QHBoxLayout;
    auto *left = new QVBoxLayout;
    left->addLayout(grid);
    left->addStretch(1);
    side->addLayout(left);
    side->addStretch(1);
    m_plot->setFixedSize(250, 205);
    side->addWidget(m_plot);
    layout->addLayout(side);
    layout->addWidget(m_keepLuminance);
    layout->addWidget(m_preview);
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_keep, m_rename, m_takeOff, m_import, m_export}) {
        buttons->addWidget(b);
    }
    buttons->addWidget(m_state, 1);
    layout->addLayout(buttons);
    m_keepLuminance->setToolTip(tr("Otherwise the white is kept and the screen is as bright as it can be at that white."));
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (!m_filling && row >= 0 && row < int(m_offered.size())) {
            m_edited = false;
            showTarget(m_offered[size_t(row)]);
        }
    });
    connect(m_keep, &QPushButton::clicked, this, [this] { askForName(false); });
    connect(m_rename, &QPushButton::clicked, this, [this] { askForName(true); });
    connect(m_takeOff, &QPushButton::clicked, this, [this] { Q_EMIT takeOffWanted(m_list->currentItem()->data(Qt::UserRole).toString()); });
    connect(m_import, &QPushButton::clicked, this, &TargetForm::importWanted);
    connect(m_export, &QPushButton::clicked, this, [this] { Q_EMIT exportWanted(target()); });
    fillList();
    const auto it = std::find_if(m_offered.begin(), m_offered.end(), [&](const Target &t) { return t.name == chosen.name; });
    m_list->setCurrentRow(it != m_offered.end() ? int(it - m_offered.begin()) : 0);
    // The last visit's own may never have been kept.
    m_edited = it == m_offered.end() && chosen.name.empty();
    showTarget(m_edited ? chosen : m_offered[size_t(m_list->currentRow())]);
    m_keepLuminance->setChecked(chosen.keepLuminance);
    setKeeping(false);
    setFocusProxy(m_list);
    QWidget *before = m_list;
    for (QWidget *w :
         std::initializer_list<QWidget *>{m_white, m_kelvin, m_x, m_y, m_luminance, m_level, m_lux, m_reflectance, m_tone, m_gamma, m_black,
                                          m_blackLevel, m_gamut, m_keepLuminance, m_keep, m_rename, m_takeOff, m_import, m_export}) {
        setTabOrder(before, w);
        before = w;
    }
}

void TargetForm::keyPressEvent(QKeyEvent *event)
{
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) {
        m_list->setFocus(); // a value is typed: the space bar goes on again
        event->accept();
        return;
    }
    QWidget::keyPressEvent(event);
}

QDoubleSpinBox *TargetForm::box(double from, double to, double step, int decimals, const QString &name)
{
    auto *b = new QDoubleSpinBox(this);
    b->setDecimals(decimals);
    b->setRange(from, to);
    b->setSingleStep(step);
    b->setAccessibleName(name);
    b->setKeyboardTracking(true);
    connect(b, &QDoubleSpinBox::valueChanged, this, &TargetForm::changed);
    return b;
}

void TargetForm::buildSettings(const std::optional<Chromaticity> &roomLight)
{
    for (const char *illuminant : {"D50", "D55", "D65", "D75", "DCI"}) {
        m_white->addItem(QString::fromLatin1(illuminant), -1);
    }
    m_white->addItem(tr("daylight of"), White::Daylight);
    m_white->addItem(tr("black body of"), White::Planckian);
    m_white->addItem(tr("x, y"), White::Xy);
    if (roomLight) {
        m_white->addItem(tr("the light at the desk"), White::RoomLight);
    }
    m_white->addItem(tr("the display's own"), White::Native);
    for (const QString &kind : {tr("of"), tr("the most there is"), tr("of paper in a booth")}) {
        m_luminance->addItem(kind);
    }
    m_tone->addItem(tr("gamma"), int(ToneKind::Gamma));
    m_tone->addItem(QStringLiteral("sRGB"), int(ToneKind::Srgb));
    m_tone->addItem(QStringLiteral("L*"), int(ToneKind::LStar));
    m_tone->addItem(QStringLiteral("BT.1886"), int(ToneKind::Bt1886));
    m_black->addItem(tr("the display's own"));
    m_black->addItem(tr("of"));
    m_gamut->addItem(tr("the display's own"), QString());
    for (const RgbSpace &space : rgbSpaces()) {
        m_gamut->addItem(QString::fromStdString(space.name), QString::fromStdString(space.name));
    }
    m_kelvin = box(1500, 25000, 100, 0, tr("temperature"));
    m_kelvin->setSuffix(QStringLiteral(" K"));
    m_x = box(0.15, 0.6, 0.001, 4, QStringLiteral("x"));
    m_y = box(0.15, 0.6, 0.001, 4, QStringLiteral("y"));
    m_level = box(1, 10000, 5, 1, tr("luminance of white"));
    m_level->setSuffix(QStringLiteral(" cd/m²"));
    m_lux = box(1, 100000, 50, 0, tr("light in the booth"));
    m_lux->setSuffix(tr(" lux"));
    m_reflectance = box(1, 100, 1, 0, tr("reflectance of the paper"));
    m_reflectance->setSuffix(QStringLiteral(" %"));
    m_gamma = box(1, 3.5, 0.05, 2, tr("gamma"));
    m_blackLevel = box(0.001, 100, 0.05, 3, tr("luminance of black"));
    m_blackLevel->setSuffix(QStringLiteral(" cd/m²"));
    for (QComboBox *choice : {m_white, m_luminance, m_tone, m_black, m_gamut}) {
        connect(choice, &QComboBox::currentIndexChanged, this, &TargetForm::changed);
    }
    connect(m_keepLuminance, &QCheckBox::toggled, this, &TargetForm::tell);
}

void TargetForm::fillList()
{
    m_filling = true;
    const int row = m_list->currentRow();
    m_list->clear();
    int count = 0;
    for (const Target &t : m_offered) {
        ++count;
        auto *item = new QListWidgetItem(QStringLiteral("%1  %2:  %3, %4, %5")
                                             .arg(count > 9 ? QStringLiteral("  ") : QString::number(count))
                                             .arg(shippedText(t.name), text(t.white.named()), text(t.luminance.named()), text(t.tone.named())));
        item->setData(Qt::UserRole, text(t.name));
        m_list->addItem(item);
    }
    m_list->setFixedHeight(std::min(count, 10) * m_list->sizeHintForRow(0) + 2 * m_list->frameWidth() + 2);
    m_list->setCurrentRow(std::clamp(row, 0, count - 1));
    m_filling = false;
}

void TargetForm::setOffered(std::vector<Target> offered, const QString &chosen)
{
    m_offered = std::move(offered);
    fillList();
    for (size_t i = 0; i < m_offered.size(); ++i) {
        if (text(m_offered[i].name) == chosen) {
            m_list->setCurrentRow(int(i));
        }
    }
    m_edited = false;
    showTarget(m_offered[size_t(m_list->currentRow())]);
}

bool TargetForm::isOwn(int row) const
{
    return row >= 0 && row < int(m_offered.size()) && !builtInTarget(m_offered[size_t(row)].name);
}

void TargetForm::setKeeping(bool on)
{
    for (QPushButton *b : {m_keep, m_rename, m_takeOff, m_import, m_export}) {
        b->setVisible(on);
    }
    tell();
}

void TargetForm::showTarget(const Target &t)
{
    m_filling = true;
    m_base = t;
    const auto chooseData = [](QComboBox *choice, const QVariant &wanted) { choice->setCurrentIndex(std::max(0, choice->findData(wanted))); };
    switch (t.white.kind) {
    case WhiteTarget::Kind::Illuminant: m_white->setCurrentIndex(std::max(0, m_white->findText(text(t.white.illuminant)))); break;
    case WhiteTarget::Kind::Daylight: chooseData(m_white, White::Daylight); break;
    case WhiteTarget::Kind::Planckian: chooseData(m_white, White::Planckian); break;
    case WhiteTarget::Kind::Xy: chooseData(m_white, White::Xy); break;
    case WhiteTarget::Kind::Native: chooseData(m_white, White::Native); break;
    }
    const auto xy = t.white.chromaticity();
    const bool locus = t.white.kind == WhiteTarget::Kind::Daylight || t.white.kind == WhiteTarget::Kind::Planckian;
    m_kelvin->setValue(locus ? t.white.cctK : (xy ? std::round(cctOf(*xy).kelvin / 10) * 10 : 6500));
    m_x->setValue(xy ? xy->x : 0.3127);
    m_y->setValue(xy ? xy->y : 0.3290);
    m_luminance->setCurrentIndex(int(t.luminance.kind));
    m_level->setValue(t.luminance.kind == LuminanceTarget::Kind::Value ? t.luminance.cdM2 : t.luminance.value().value_or(120));
    m_lux->setValue(t.luminance.lux);
    m_reflectance->setValue(100 * t.luminance.reflectance);
    chooseData(m_tone, int(t.tone.kind));
    m_gamma->setValue(t.tone.gamma);
    m_black->setCurrentIndex(t.black.native ? 0 : 1);
    m_blackLevel->setValue(t.black.native ? 0.3 : t.black.cdM2);
    chooseData(m_gamut, text(t.gamut));
    m_keepLuminance->setChecked(t.keepLuminance);
    m_filling = false;
    showFields();
    tell();
}

void TargetForm::showFields()
{
    const int white = m_white->currentData().toInt();
    m_kelvin->setVisible(white == White::Daylight || white == White::Planckian);
    m_kelvin->setMinimum(white == White::Daylight ? 4000 : 1500); // the daylight locus begins there (CIE 15)
    for (QDoubleSpinBox *b : {m_x, m_y}) {
        b->setVisible(white == White::Xy || white == White::RoomLight);
        b->setReadOnly(white == White::RoomLight);
    }
    const auto kind = LuminanceTarget::Kind(m_luminance->currentIndex());
    m_level->setVisible(kind == LuminanceTarget::Kind::Value);
    m_lux->setVisible(kind == LuminanceTarget::Kind::Print);
    m_reflectance->setVisible(kind == LuminanceTarget::Kind::Print);
    m_gamma->setVisible(ToneKind(m_tone->currentData().toInt()) == ToneKind::Gamma);
    m_blackLevel->setVisible(m_black->currentIndex() == 1);
}

void TargetForm::changed()
{
    if (m_filling) {
        return;
    }
    if (m_white->currentData().toInt() == White::RoomLight && m_roomLight) {
        m_filling = true;
        m_x->setValue(m_roomLight->x);
        m_y->setValue(m_roomLight->y);
        m_filling = false;
    }
    m_edited = true;
    showFields();
    tell();
}

Target TargetForm::target() const
{
    Target t = m_base;
    if (!m_edited) {
        t.keepLuminance = m_keepLuminance->isChecked();
        return t;
    }
    t.name.clear();
    t.why.clear();
    t.white = {};
    const int white = m_white->currentData().toInt();
    switch (white) {
    case White::Daylight:
    case White::Planckian:
        t.white.kind = white == White::Daylight ? WhiteTarget::Kind::Daylight : WhiteTarget::Kind::Planckian;
        t.white.cctK = m_kelvin->value();
        break;
    case White::Xy:
    case White::RoomLight:
        t.white.kind = WhiteTarget::Kind::Xy;
        t.white.xy = {m_x->value(), m_y->value()};
        break;
    case White::Native: t.white.kind = WhiteTarget::Kind::Native; break;
    default: t.white.illuminant = m_white->currentText().toStdString();
    }
    t.luminance = {};
    t.luminance.kind = LuminanceTarget::Kind(m_luminance->currentIndex());
    t.luminance.cdM2 = m_level->value();
    t.luminance.lux = m_lux->value();
    t.luminance.reflectance = m_reflectance->value() / 100;
    t.tone = {};
    t.tone.kind = ToneKind(m_tone->currentData().toInt());
    t.tone.gamma = m_gamma->value();
    t.black = {m_black->currentIndex() == 0, m_blackLevel->value()};
    t.gamut = m_gamut->currentData().toString().toStdString();
    t.keepLuminance = m_keepLuminance->isChecked();
    return t;
}

bool TargetForm::choose(int number)
{
    if (number < 1 || number > m_list->count()) {
        return false;
    }
    m_list->setCurrentRow(number - 1);
    if (m_edited) { // the same one again: as it is kept
        m_edited = false;
        showTarget(m_offered[size_t(number - 1)]);
    }
    return true;
}

void TargetForm::setDisplay(std::shared_ptr<const VisitedDisplay> display)
{
    m_display = std::move(display);
    tell();
}

void TargetForm::tell()
{
    if (m_filling) {
        return;
    }
    const Target t = target();
    m_why->setText(m_edited ? tr("Changed from “%1”: for this visit only, unless it is kept.").arg(shippedText(m_base.name))
                            : shippedText(t.why) + (t.why.empty() ? QString() : QStringLiteral(" "))
                                  + tr("If you know no reason to change it, leave it."));
    const int row = m_list->currentRow();
    m_rename->setEnabled(isOwn(row) && !m_edited);
    m_takeOff->setEnabled(isOwn(row));
    const auto xy = t.white.chromaticity();
    std::optional<Chromaticity> own;
    QString says = tr("How far this display goes is known once it has been visited.");
    if (m_display) {
        const TargetReach r = reachOf(*m_display, t);
        own = r.own;
        says = reachSaid(r, m_display->facts());
    }
    const auto level = t.luminance.value();
    if (t.luminance.kind == LuminanceTarget::Kind::Print && level) {
        says = tr("Paper reads %1 cd/m² there: E · ρ / π.").arg(number(*level, 1)) + '\n' + says;
    }
    m_preview->setText(says);
    const Chromaticity shown = xy.value_or(own.value_or(Chromaticity{0.3127, 0.3290}));
    m_plot->setPlot(whitePlot(shown, own));
}

QString TargetForm::preview() const
{
    return m_preview->text();
}

void TargetForm::askForName(bool rename)
{
    Target t = rename ? m_offered[size_t(m_list->currentRow())] : target();
    const QString before = rename ? text(t.name) : QString();
    bool ok = false;
    const QString name = QInputDialog::getText(this, rename ? tr("Rename the target") : tr("Keep the target"), tr("Its name in the studio"),
                                               QLineEdit::Normal, before, &ok)
                             .trimmed();
    if (!ok || name.isEmpty() || name == before) {
        return;
    }
    t.name = name.toStdString();
    Q_EMIT keepWanted(t, before);
}

} // namespace lamp::app
