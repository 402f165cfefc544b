// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/target_form.h"

#include "app/parts/plot_widget.h"
#include "app/parts/words.h"
#include "base/file.h"
#include "colour/cct.h"
#include "report/visit_plots.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFileDialog>
#include <QGridLayout>
#include <QInputDialog>
#include <QKeyEvent>
#include <QLabel>
#include <QListWidget>
#include <QPushButton>

namespace lamp::app {

namespace {

/// What the list of whites holds beside the illuminants by name.
enum White { Daylight = 100, Planckian, Xy, UvPair, RoomLight, OtherDisplay, Native };

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
    return lines.join(QLatin1Char(' '));
}

} // namespace

TargetForm::TargetForm(std::vector<Target> offered, const Target &chosen, const std::optional<Chromaticity> &roomLight, QWidget *parent)
    : QWidget(parent), m_offered(std::move(offered)), m_roomLight(roomLight), m_list(new QListWidget(this)), m_why(quiet(this)),
      m_preview(quiet(this)), m_schools(quiet(this)), m_state(quiet(this)), m_white(new QComboBox(this)), m_luminance(new QComboBox(this)),
      m_tone(new QComboBox(this)), m_black(new QComboBox(this)), m_gamut(new QComboBox(this)), m_reference(new QComboBox(this)),
      m_keepLuminance(new QCheckBox(tr("Out of reach: keep the &luminance, let the white move"), this)),
      m_keep(new QPushButton(tr("&Keep as…"), this)), m_rename(new QPushButton(tr("Re&name…"), this)),
      m_takeOff(new QPushButton(tr("&Take off"), this)), m_import(new QPushButton(tr("&Import…"), this)),
      m_export(new QPushButton(tr("E&xport…"), this)), m_undo(new QPushButton(tr("&Undo"), this)),
      m_openCurve(new QPushButton(tr("From a &file…"), this)), m_plot(new PlotWidget(this))
{
    m_list->setAccessibleName(tr("Targets"));
    buildSettings(roomLight);
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_list);
    layout->addWidget(m_why);
    auto *grid = new QGridLayout;
    grid->setVerticalSpacing(4);
    const auto line = [&](int row, const QString &name, QComboBox *choice, std::initializer_list<QWidget *> values) {
        auto *label = new QLabel(name, this);
        label->setBuddy(choice);
        choice->setAccessibleName(name.toLower().remove('&'));
        grid->addWidget(label, row, 0);
        grid->addWidget(choice, row, 1);
        choice->setMinimumContentsLength(12);
        choice->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        auto *fields = new QHBoxLayout;
        fields->setSpacing(4);
        for (QWidget *v : values) {
            fields->addWidget(v);
        }
        fields->addStretch(1);
        grid->addLayout(fields, row, 2);
    };
    line(0, tr("&White"), m_white, {m_kelvin, m_x, m_y, m_u, m_v, m_reference});
    line(1, tr("Lu&minance"), m_luminance, {m_level, m_lux, m_reflectance});
    line(2, tr("T&one"), m_tone, {m_gamma, m_openCurve});
    line(3, tr("&Black"), m_black, {m_blackLevel});
    line(4, tr("&Gamut"), m_gamut, {});
    auto *side = new QHBoxLayout;
    auto *left = new QVBoxLayout;
    left->addLayout(grid);
    left->addWidget(m_keepLuminance);
    left->addStretch(1);
    side->addLayout(left);
    side->addStretch(1);
    m_plot->setFixedSize(250, 205);
    side->addWidget(m_plot);
    layout->addLayout(side);
    layout->addWidget(m_preview);
    layout->addWidget(m_schools);
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_undo, m_keep, m_rename, m_takeOff, m_import, m_export}) {
        buttons->addWidget(b);
    }
    buttons->addWidget(m_state, 1);
    layout->addLayout(buttons);
    m_keepLuminance->setToolTip(tr("Otherwise the white is kept and the screen is as bright as it can be at that white."));
    connect(m_list, &QListWidget::currentRowChanged, this, [this](int row) {
        if (!m_filling && row >= 0 && row < int(m_offered.size())) {
            m_edited = false;
            showTarget(m_offered[size_t(row)]);
            remember();
        }
    });
    connect(m_keep, &QPushButton::clicked, this, [this] { askForName(false); });
    connect(m_rename, &QPushButton::clicked, this, [this] { askForName(true); });
    connect(m_takeOff, &QPushButton::clicked, this, [this] { Q_EMIT takeOffWanted(m_list->currentItem()->data(Qt::UserRole).toString()); });
    connect(m_undo, &QPushButton::clicked, this, &TargetForm::undo);
    connect(m_openCurve, &QPushButton::clicked, this, &TargetForm::openCurve);
    connect(m_reference, &QComboBox::currentIndexChanged, this, &TargetForm::pickReference);
    connect(m_plot, &PlotWidget::picked, this, &TargetForm::pickWhite);
    for (QWidget *w : std::initializer_list<QWidget *>{m_white, m_luminance, m_tone, m_black, m_gamut, m_keepLuminance, m_list}) {
        w->installEventFilter(this);
    }
    connect(m_import, &QPushButton::clicked, this, &TargetForm::importWanted);
    connect(m_export, &QPushButton::clicked, this, [this] { Q_EMIT exportWanted(target()); });
    fillList();
    const auto it = std::find_if(m_offered.begin(), m_offered.end(), [&](const Target &t) { return t.name == chosen.name; });
    m_list->setCurrentRow(it != m_offered.end() ? int(it - m_offered.begin()) : 0);
    // The last visit's own may never have been kept.
    m_edited = it == m_offered.end() && chosen.name.empty();
    showTarget(m_edited ? chosen : m_offered[size_t(m_list->currentRow())]);
    m_keepLuminance->setChecked(chosen.keepLuminance);
    m_schools->setText(schoolsOf(m_list));
    m_undo->hide();
    remember();
    setKeeping(false);
    setFocusProxy(m_list);
    QWidget *before = m_list;
    for (QWidget *w :
         std::initializer_list<QWidget *>{m_white, m_kelvin,        m_x,           m_y,    m_u,      m_v,         m_reference, m_luminance,
                                          m_level, m_lux,           m_reflectance, m_tone, m_gamma,  m_openCurve, m_black,     m_blackLevel,
                                          m_gamut, m_keepLuminance, m_undo,        m_keep, m_rename, m_takeOff,   m_import,    m_export}) {
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
    m_white->addItem(QStringLiteral("u′, v′"), White::UvPair);
    if (roomLight) {
        m_white->addItem(tr("the light at the desk"), White::RoomLight);
    }
    m_white->addItem(tr("the display's own"), White::Native);
    for (const QString &kind : {tr("of"), tr("the most there is"), tr("of paper in a booth"), tr("as the display stands")}) {
        m_luminance->addItem(kind);
    }
    m_tone->addItem(tr("gamma"), int(ToneKind::Gamma));
    m_tone->addItem(QStringLiteral("sRGB"), int(ToneKind::Srgb));
    m_tone->addItem(QStringLiteral("L*"), int(ToneKind::LStar));
    m_tone->addItem(QStringLiteral("BT.1886"), int(ToneKind::Bt1886));
    m_tone->addItem(tr("own curve"), int(ToneKind::Own));
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
    m_u = box(0.1, 0.4, 0.001, 4, QStringLiteral("u′"));
    m_v = box(0.3, 0.6, 0.001, 4, QStringLiteral("v′"));
    m_reference->setAccessibleName(tr("display whose white it is"));
    m_reference->setMinimumContentsLength(14);
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
    const Uv uv = uvOf({m_x->value(), m_y->value()});
    m_u->setValue(uv.u);
    m_v->setValue(uv.v);
    if (t.tone.kind == ToneKind::Own) {
        m_curve = t.tone;
    }
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
        b->setVisible(white == White::Xy || white == White::RoomLight || white == White::OtherDisplay);
        b->setReadOnly(white != White::Xy);
    }
    for (QDoubleSpinBox *b : {m_u, m_v}) {
        b->setVisible(white == White::UvPair);
    }
    m_reference->setVisible(white == White::OtherDisplay);
    m_openCurve->setVisible(ToneKind(m_tone->currentData().toInt()) == ToneKind::Own);
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
    if (sender() == m_luminance && LuminanceTarget::Kind(m_luminance->currentIndex()) == LuminanceTarget::Kind::Print && m_boothLux
        && *m_boothLux >= 1 && m_base.luminance.kind != LuminanceTarget::Kind::Print) {
        m_filling = true;
        m_lux->setValue(*m_boothLux);
        m_filling = false;
    }
    const int white = m_white->currentData().toInt();
    // Both pairs say the same, so that one goes on from where the other was.
    m_filling = true;
    if (white == White::UvPair && (sender() == m_u || sender() == m_v)) {
        const Chromaticity xy = xyOf({m_u->value(), m_v->value()});
        m_x->setValue(xy.x);
        m_y->setValue(xy.y);
    } else if (white != White::UvPair) {
        const Uv uv = uvOf({m_x->value(), m_y->value()});
        m_u->setValue(uv.u);
        m_v->setValue(uv.v);
    }
    m_filling = false;
    if (white == White::OtherDisplay && sender() == m_white) {
        pickReference();
    }
    m_edited = true;
    showFields();
    remember();
    tell();
    if (sender() == m_tone && ToneKind(m_tone->currentData().toInt()) == ToneKind::Own && m_curve.own.empty()) {
        openCurve();
    }
}

void TargetForm::remember()
{
    // A value that is typed or turned is one step, however many it goes through.
    const bool goesOn = sender() != nullptr && sender() == m_typing && qobject_cast<QDoubleSpinBox *>(sender()) != nullptr;
    if (m_now && !goesOn) {
        m_past.push_back(*m_now);
    }
    m_typing = sender();
    m_now = Step{target(), m_base, m_edited};
    m_undo->setVisible(!m_past.empty());
}

void TargetForm::undo()
{
    if (m_past.empty()) {
        return;
    }
    const Step before = m_past.back();
    m_past.pop_back();
    showTarget(before.target);
    m_edited = before.edited;
    m_base = before.base;
    m_filling = true;
    for (size_t i = 0; i < m_offered.size(); ++i) {
        if (m_offered[i].name == m_base.name) {
            m_list->setCurrentRow(int(i));
        }
    }
    m_filling = false;
    m_now = before;
    m_typing = nullptr;
    m_undo->setVisible(!m_past.empty());
    tell();
}

void TargetForm::setReferences(std::vector<Reference> references)
{
    m_filling = true;
    m_references = std::move(references);
    m_reference->clear();
    for (const Reference &r : m_references) {
        m_reference->addItem(tr("%1, %2 cd/m²").arg(r.name, number(r.luminance, 0)));
    }
    const int at = m_white->findData(White::Native);
    if (!m_references.empty() && m_white->findData(White::OtherDisplay) < 0) {
        m_white->insertItem(at, tr("another display's"), White::OtherDisplay);
    }
    m_filling = false;
}

void TargetForm::pickReference()
{
    const int at = m_reference->currentIndex();
    if (at < 0 || at >= int(m_references.size()) || m_white->currentData().toInt() != White::OtherDisplay) {
        return;
    }
    const bool outer = m_filling;
    m_filling = true;
    m_x->setValue(m_references[size_t(at)].white.x);
    m_y->setValue(m_references[size_t(at)].white.y);
    m_luminance->setCurrentIndex(int(LuminanceTarget::Kind::Value));
    m_level->setValue(m_references[size_t(at)].luminance);
    m_filling = outer;
    if (sender() == m_reference) {
        changed();
    }
}

void TargetForm::pickWhite(double u, double v)
{
    const Chromaticity xy = xyOf({u, v});
    if (!(xy.x > m_x->minimum() && xy.x < m_x->maximum() && xy.y > m_y->minimum() && xy.y < m_y->maximum())) {
        return;
    }
    m_filling = true;
    m_white->setCurrentIndex(m_white->findData(White::UvPair));
    m_u->setValue(u);
    m_v->setValue(v);
    m_x->setValue(xy.x);
    m_y->setValue(xy.y);
    m_filling = false;
    changed();
}

void TargetForm::openCurve()
{
    const QString file = QFileDialog::getOpenFileName(this, tr("A tone curve"), {}, tr("Tables (*.csv *.txt);;All files (*)"));
    const auto csv = file.isEmpty() ? Result<std::string>(std::string()) : readFile(file.toStdString());
    if (!csv) {
        m_why->setText(text(csv.error().paragraph()));
    } else if (!file.isEmpty()) {
        takeCurve(csv.value());
    } else if (m_curve.own.empty()) {
        undo(); // there is no curve to aim at
    }
}

void TargetForm::takeCurve(const std::string &csv)
{
    auto curve = toneFromTable(csv);
    if (curve) {
        m_curve = std::move(curve).value();
        m_filling = true;
        m_tone->setCurrentIndex(m_tone->findData(int(ToneKind::Own)));
        m_filling = false;
        changed();
        return;
    }
    if (m_curve.own.empty()) {
        undo();
    }
    m_why->setText(text(curve.error().paragraph()));
}

bool TargetForm::eventFilter(QObject *watched, QEvent *event)
{
    if (event->type() == QEvent::FocusIn) {
        m_schools->setText(schoolsOf(watched));
    }
    return QWidget::eventFilter(watched, event);
}

QString TargetForm::schoolsOf(const QObject *setting) const
{
    if (setting == m_luminance) {
        return tr("One school keeps 80 to 120 cd/m² and the room's light low; the other goes with the room, 150 or 200 where it is bright, and sees "
                  "less in the shadows. Prints too dark: less, not more. As the display stands: brightness is not touched.");
    }
    if (setting == m_tone) {
        return tr("2.2 is what most pictures are made for, sRGB the same but for the darkest; L* spreads the levels evenly for the eye; 2.4 belongs "
                  "into the dark, 2.0 into daylight.");
    }
    if (setting == m_black) {
        return tr("The display's own black is as deep as it goes; a lifted one is for displays that have to look alike, and costs contrast.");
    }
    if (setting == m_gamut) {
        return tr("The whole gamut is there for programs that honour profiles; those that do not look right only in the space that they mean.");
    }
    if (setting == m_keepLuminance) {
        return tr("White first is for those who judge colour; luminance first for those whose displays have to be equally bright.");
    }
    return tr("D65 for pictures and video; D50, or the lamp itself, where screen and print lie side by side; the display's own where no level may be "
              "lost.");
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
    case White::UvPair:
    case White::RoomLight:
    case White::OtherDisplay:
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
    if (t.tone.kind == ToneKind::Own) {
        t.tone = m_curve.own.empty() ? m_base.tone : m_curve;
    }
    t.black = {m_black->currentIndex() == 0, m_blackLevel->value()};
    if (const auto most = t.luminance.value(); most && !t.black.native) {
        t.black.cdM2 = std::min(t.black.cdM2, *most / 2); // what is no contrast at all is a slip
    }
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
