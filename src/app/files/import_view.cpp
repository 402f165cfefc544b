// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/files/import_view.h"

#include "app/parts/background.h"
#include "app/parts/plain_table.h"
#include "app/parts/words.h"

#include "calibrate/target.h"
#include "colour/spaces.h"

#include "base/file.h"
#include "base/json.h"
#include "device/bench_json.h"
#include "store/identity.h"
#include "visit/own_readings.h"

#include <QComboBox>
#include <QDoubleSpinBox>
#include <QFile>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QLocale>
#include <QProgressBar>
#include <QPushButton>
#include <QStandardPaths>
#include <QStringListModel>
#include <QTableWidget>
#include <QTimer>
#include <QVBoxLayout>

#include <cmath>

namespace lamp::app {

namespace {

constexpr int kOwnName = Qt::UserRole + 1; ///< of a display, without what tells it from others

void fillDisplays(QComboBox &box, Store &store, qint64 current)
{
    box.clear();
    for (const DisplayEntry &d : store.studio().displays()) {
        box.addItem(tellingName(store, d), d.id);
        box.setItemData(box.count() - 1, d.name, kOwnName);
    }
    box.addItem(ImportView::tr("a new display"), qint64(0));
    box.setCurrentIndex(current < 0 ? -1 : std::max(0, box.findData(current)));
}

/// Nothing is chosen: it has to be.
constexpr qint64 kNotSaid = -1;

/// The display of the studio that readings of a visit name; 0 where it has none such; kNotSaid where several may be meant.
qint64 displayOf(const ReadingTable &table, Store &store)
{
    const auto facts = table.facts.find("display_facts");
    const auto json = facts != table.facts.end() ? parseJson(facts->second) : Result<nlohmann::json>(nlohmann::json());
    const auto info = json ? benchjson::displayInfo(json.value()) : Result<DisplayInfo>(json.error());
    if (!info) {
        return 0;
    }
    const NamedDisplay named = namedDisplay({}, info.value());
    const auto known = displayNamed(store, named);
    return known ? known->id : displaysPossible(store, named).empty() ? 0 : kNotSaid;
}

/// Targets to aim at; readings of a visit name their own, which comes first, without a name.
void fillTargets(QComboBox &box, Store &store, bool own = false)
{
    const QString chosen = own ? QString() : box.currentData().toString();
    box.clear();
    if (own) {
        box.addItem(ImportView::tr("the visit's own target"), QString());
    }
    for (const Target &t : store.aims().targets()) {
        box.addItem(shippedText(t.name), text(t.name));
    }
    box.setCurrentIndex(std::max(0, box.findData(chosen)));
}

/// What is known of the instrument decides how sure a verdict can be.
void fillInstrument(QComboBox &box, const std::string &named)
{
    box.clear();
    box.addItem(ImportView::tr("unknown: the verdict will be undecided"), QString());
    box.addItem(ImportView::tr("corrected for this kind of panel"), QStringLiteral("this kind of panel, as stated"));
    box.addItem(ImportView::tr("a spectroradiometer"), QStringLiteral("spectroradiometer, as stated"));
    if (!named.empty()) {
        box.addItem(ImportView::tr("corrected for %1").arg(text(named)), text(named));
        box.setCurrentIndex(box.count() - 1);
    }
}

QLabel *headingLabel(const QFont &base)
{
    auto *label = new QLabel;
    QFont large = base;
    large.setPixelSize(20);
    label->setFont(large);
    label->setWordWrap(true);
    return label;
}

/// Drives to type in for: the corners, grays, and some mixtures to judge with.
std::vector<Drive> typedPatches()
{
    std::vector<Drive> all{{1, 1, 1}, {0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
    for (const double v : {0.1, 0.2, 0.3, 0.4, 0.5, 0.6, 0.7, 0.8, 0.9}) {
        all.push_back({v, v, v});
    }
    for (const Drive &d : {Drive{1, 1, 0},
                           {0, 1, 1},
                           {1, 0, 1},
                           {0.8, 0.4, 0.3},
                           {0.3, 0.6, 0.3},
                           {0.25, 0.35, 0.7},
                           {0.7, 0.65, 0.2},
                           {0.6, 0.3, 0.6},
                           {0.2, 0.6, 0.65},
                           {0.85, 0.7, 0.6}}) {
        all.push_back(d);
    }
    return all;
}

} // namespace

ImportView::ImportView(QWidget *parent)
    : QFrame(parent), m_background(new Background(this)), m_roleNames(new QStringListModel(this)), m_heading(headingLabel(font())),
      m_open(new QLabel), m_rows(new QTableWidget), m_drive(new QComboBox), m_display(new QComboBox), m_target(new QComboBox),
      m_instrument(new QComboBox), m_luminance(new QDoubleSpinBox), m_make(new QPushButton(tr("&Make profile and verdict")))
{
    setObjectName(QStringLiteral("sheet"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->addWidget(m_heading);
    m_open->setWordWrap(true);
    layout->addWidget(m_open);
    m_rows->setEditTriggers(QAbstractItemView::NoEditTriggers);
    m_rows->setAccessibleName(tr("Readings in the file; the first row says what each column is"));
    m_rows->verticalHeader()->hide();
    layout->addWidget(m_rows, 1);
    auto *form = new QFormLayout;
    for (const double full : {1.0, 100.0, 255.0, 1023.0, 4095.0, 65535.0}) {
        m_drive->addItem(QString::number(full), full);
    }
    form->addRow(tr("Full d&rive is"), m_drive);
    m_luminance->setRange(0, 10000);
    m_luminance->setDecimals(1);
    m_luminance->setSuffix(tr(" cd/m²"));
    m_luminance->setSpecialValueText(tr("colours are absolute (cd/m²)"));
    form->addRow(tr("White's &luminance"), m_luminance);
    form->addRow(tr("&Target"), m_target);
    form->addRow(tr("&Instrument was"), m_instrument);
    form->addRow(tr("Dis&play"), m_display);
    layout->addLayout(form);
    layout->addWidget(m_make, 0, Qt::AlignLeft);
    QStringList names;
    for (int r = 0; r < kRoles; ++r) {
        names << text(named(Role(r)));
    }
    m_roleNames->setStringList(names);
    connect(m_drive, &QComboBox::activated, this, [this] {
        m_roles.fullDrive = m_drive->currentData().toDouble();
        settle();
    });
    connect(m_luminance, &QDoubleSpinBox::valueChanged, this, [this](double v) {
        m_roles.whiteLuminance = v;
        settle();
    });
    m_display->setPlaceholderText(tr("choose the display"));
    connect(m_display, &QComboBox::currentIndexChanged, this, [this] { tell(); });
    connect(m_make, &QPushButton::clicked, this, [this] {
        ReadingSet named = m_understood.set.value();
        named.correction = m_instrument->currentData().toString().toStdString();
        if (named.display.empty()) {
            named.display = (m_display->currentData().toLongLong() == 0 ? m_file : m_display->currentData(kOwnName).toString()).toStdString();
        }
        Q_EMIT wanted(named, m_display->currentData().toLongLong(), m_target->currentData().toString());
    });
}

ImportView::Understood ImportView::understand(const ReadingTable &table, const Roles &roles)
{
    Understood u{readingsFrom(table, roles), false};
    u.visit = u.set && holdsVisit(u.set.value());
    return u;
}

void ImportView::show(const QString &fileName, ReadingTable table, Roles roles, Understood understood, Store &store, qint64 display)
{
    m_background->cancel();
    m_file = fileName;
    m_table = std::make_shared<const ReadingTable>(std::move(table));
    m_roles = std::move(roles);
    m_understood = std::move(understood);
    m_heading->setText(tr("%1 (%2): %3").arg(fileName, text(m_table->kind), text(say("count-readings", m_table->rows.size()))));
    // A visit's readings belong to the display that they name, whichever is looked at.
    fillDisplays(*m_display, store, m_understood.visit ? displayOf(*m_table, store) : display);
    fillTargets(*m_target, store, m_understood.visit);
    const auto correction = m_table->facts.find("correction");
    fillInstrument(*m_instrument, correction != m_table->facts.end() ? correction->second : "");
    fill();
    tell();
}

void ImportView::fill()
{
    constexpr int kShown = 60;
    m_rows->clear();
    m_rows->setColumnCount(int(m_table->columns.size()));
    m_rows->setRowCount(1 + std::min(kShown, int(m_table->rows.size())));
    fillColumns(m_table, 0);
}

void ImportView::fillColumns(const std::shared_ptr<const ReadingTable> &table, int from)
{
    // A few at a time: a file of spectra has hundreds, and the window is to answer meanwhile.
    constexpr int kAtOnce = 5;
    if (table != m_table) {
        return;
    }
    const int columns = int(table->columns.size());
    for (int c = from; c < std::min(columns, from + kAtOnce); ++c) {
        const QString heading = text(table->columns[size_t(c)]);
        m_rows->setHorizontalHeaderItem(c, new QTableWidgetItem(heading));
        auto *role = new QComboBox;
        role->setModel(m_roleNames); // one list for all
        role->setCurrentIndex(int(m_roles.columns[size_t(c)]));
        role->setAccessibleName(tr("Role of column %1").arg(heading));
        m_rows->setCellWidget(0, c, role);
        connect(role, &QComboBox::activated, this, [this, c](int index) {
            std::vector<Role> roles = m_roles.columns;
            roles[size_t(c)] = Role(index);
            m_roles = settledRoles(*m_table, std::move(roles));
            settle();
        });
        int widest = std::max(role->sizeHint().width(), fontMetrics().horizontalAdvance(heading) + 12);
        for (int row = 1; row < m_rows->rowCount(); ++row) {
            const QString cell = text(table->rows[size_t(row - 1)][size_t(c)]);
            m_rows->setItem(row, c, new QTableWidgetItem(cell));
            widest = std::max(widest, row < 6 ? fontMetrics().horizontalAdvance(cell) + 12 : 0);
        }
        m_rows->setColumnWidth(c, std::min(widest, 300));
    }
    if (from + kAtOnce < columns) {
        QTimer::singleShot(0, this, [this, table, from] { fillColumns(table, from + kAtOnce); });
    }
}

void ImportView::settle()
{
    m_make->setEnabled(false);
    m_background->start(
        {}, [table = m_table, roles = m_roles] { return understand(*table, roles); },
        [this](Understood understood) {
            m_understood = std::move(understood);
            tell();
        });
}

void ImportView::tell()
{
    const QStringList open = worded(m_roles.unclear);
    m_open->setText(!open.isEmpty()      ? open.join(' ')
                    : m_understood.visit ? tr("These are the readings of a visit. Its profile and verdict are made again from them.")
                                         : tr("Nothing is unclear. Some of the readings are kept out of the profile to judge it."));
    int index = m_drive->findData(m_roles.fullDrive);
    if (index < 0) {
        m_drive->addItem(QString::number(m_roles.fullDrive), m_roles.fullDrive);
        index = m_drive->count() - 1;
    }
    m_drive->setCurrentIndex(index);
    const QSignalBlocker blocker(m_luminance);
    m_luminance->setValue(m_roles.whiteLuminance);
    if (open.isEmpty() && !m_understood.set) {
        m_open->setText(text(m_understood.set.error()));
    }
    if (m_display->currentIndex() < 0 && m_understood.set) {
        m_open->setText(tr("The readings name a display without a serial number. Choose which display was measured."));
    }
    m_make->setEnabled(m_understood.set.ok() && m_display->currentIndex() >= 0);
}

TypedReadings::TypedReadings(QWidget *parent)
    : QFrame(parent), m_patches(typedPatches()), m_what(headingLabel(font())), m_fault(new QLabel), m_patch(new QFrame), m_kind(new QComboBox),
      m_display(new QComboBox), m_target(new QComboBox), m_instrument(new QComboBox),
      m_done(plainTable({tr("Patch"), tr("Red"), tr("Green"), tr("Blue"), tr("X"), tr("Y, cd/m²"), tr("Z")}, tr("Readings entered so far"))),
      m_progress(new QProgressBar), m_next(new QPushButton(tr("&Accept (Enter)"))), m_back(new QPushButton(tr("&Back to the previous patch"))),
      m_make(new QPushButton(tr("&Make profile and verdict")))
{
    setObjectName(QStringLiteral("sheet"));
    auto *layout = new QVBoxLayout(this);
    layout->setContentsMargins(18, 14, 18, 14);
    layout->addWidget(m_what);
    auto *middle = new QHBoxLayout;
    m_patch->setMinimumSize(170, 160);
    m_patch->setAutoFillBackground(true);
    m_patch->setAccessibleName(tr("Patch to measure"));
    middle->addWidget(m_patch, 1);
    auto *form = new QFormLayout;
    m_kind->addItems({tr("luminance and chromaticity: Y, x, y"), tr("tristimulus values: X, Y, Z")});
    form->addRow(tr("The instrument sho&ws"), m_kind);
    for (size_t i = 0; i < 3; ++i) {
        m_names[i] = new QLabel;
        m_fields[i] = new QLineEdit;
        m_names[i]->setBuddy(m_fields[i]);
        form->addRow(m_names[i], m_fields[i]);
        connect(m_fields[i], &QLineEdit::returnPressed, this, [this, i] { i < 2 ? m_fields[i + 1]->setFocus() : take(); });
    }
    form->addRow(tr("&Target"), m_target);
    form->addRow(tr("The &instrument was"), m_instrument);
    form->addRow(tr("Dis&play"), m_display);
    fillInstrument(*m_instrument, {});
    middle->addLayout(form, 1);
    layout->addLayout(middle);
    m_fault->setWordWrap(true);
    layout->addWidget(m_fault);
    auto *buttons = new QHBoxLayout;
    for (QPushButton *b : {m_next, m_back, m_make}) {
        buttons->addWidget(b);
    }
    buttons->addWidget(m_progress, 1);
    layout->addLayout(buttons);
    m_done->verticalHeader()->hide();
    m_done->horizontalHeader()->setSectionResizeMode(QHeaderView::Stretch);
    layout->addWidget(m_done, 1);
    const auto rename = [this] {
        const bool chroma = m_kind->currentIndex() == 0;
        const std::array<QString, 3> names =
            chroma ? std::array<QString, 3>{tr("Y, cd/m²"), tr("x"), tr("y")} : std::array<QString, 3>{tr("X"), tr("Y, cd/m²"), tr("Z")};
        for (size_t i = 0; i < 3; ++i) {
            m_names[i]->setText(names[i]);
        }
    };
    rename();
    connect(m_kind, &QComboBox::currentIndexChanged, this, rename);
    connect(m_next, &QPushButton::clicked, this, &TypedReadings::take);
    connect(m_back, &QPushButton::clicked, this, &TypedReadings::back);
    connect(m_make, &QPushButton::clicked, this, [this] {
        m_set.display = m_display->currentText().toStdString();
        m_set.correction = m_instrument->currentData().toString().toStdString();
        // They stay until a visit has been made of them.
        Q_EMIT wanted(m_set, m_display->currentData().toLongLong(), m_target->currentData().toString());
    });
}

namespace {

/// What was typed and not yet used, kept for the case that the window is closed.
QString typedFile()
{
    return QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) + QStringLiteral("/dutiful-lamp/typed-readings.json");
}

} // namespace

void TypedReadings::keepTyped() const
{
    if (m_set.readings.empty()) {
        QFile::remove(typedFile());
        return;
    }
    const std::filesystem::path file = typedFile().toStdString();
    const Status folder = prepareFolder(file.parent_path()), kept = folder ? writeFile(file, readingsToJson(m_set)) : folder;
    if (!kept) {
        m_fault->setText(text(kept.error()));
    }
}

void TypedReadings::used()
{
    m_set = {};
    keepTyped();
}

void TypedReadings::begin(Store &store, qint64 display)
{
    if (m_set.readings.empty()) {
        const auto content = readFile(typedFile().toStdString());
        const auto table = content ? readingTable(content.value()) : Result<ReadingTable>(content.error());
        const auto set = table ? readingsFrom(table.value(), guessRoles(table.value())) : Result<ReadingSet>(table.error());
        if (set && set->readings.size() <= m_patches.size()) {
            m_set.readings = set->readings;
        }
    }
    fillDisplays(*m_display, store, display);
    fillTargets(*m_target, store);
    m_set.instrument = tr("entered by hand").toStdString();
    showPatch();
}

void TypedReadings::showPatch()
{
    const size_t n = m_set.readings.size();
    const bool all = n >= m_patches.size();
    m_progress->setRange(0, int(m_patches.size()));
    m_progress->setValue(int(n));
    m_progress->setFormat(tr("%v of %m patches"));
    m_back->setEnabled(n > 0);
    // Enough to describe a display; more makes it better and lets some of them judge.
    m_make->setEnabled(n >= 14);
    m_next->setEnabled(!all);
    m_fault->clear();
    m_done->setRowCount(int(n));
    for (size_t i = 0; i < n; ++i) {
        const Measurement &m = m_set.readings[n - 1 - i];
        const std::array<QString, 7> cells{text(m.name),       QString::number(m.rgb.a), QString::number(m.rgb.b), QString::number(m.rgb.c),
                                           number(m.xyz.a, 3), number(m.xyz.b, 3),       number(m.xyz.c, 3)};
        setRow(*m_done, int(i), cells);
    }
    if (all) {
        m_what->setText(tr("All patches are entered: make the profile."));
        m_make->setFocus();
        return;
    }
    const Drive &d = m_patches[n];
    m_what->setText(tr("Patch %1: red %2 %, green %3 %, blue %4 %. Measure it and enter what the instrument shows.")
                        .arg(n + 1)
                        .arg(100 * d.a, 0, 'f', 0)
                        .arg(100 * d.b, 0, 'f', 0)
                        .arg(100 * d.c, 0, 'f', 0));
    QPalette palette = m_patch->palette();
    palette.setColor(QPalette::Window, QColor::fromRgbF(float(d.a), float(d.b), float(d.c)));
    m_patch->setPalette(palette);
    m_patch->setStyleSheet(
        QStringLiteral("background:rgb(%1,%2,%3)").arg(std::lround(255 * d.a)).arg(std::lround(255 * d.b)).arg(std::lround(255 * d.c)));
    for (QLineEdit *f : m_fields) {
        f->clear();
    }
    m_fields[0]->setFocus();
    Q_EMIT patchShown(d);
}

void TypedReadings::take()
{
    std::array<double, 3> v{};
    for (size_t i = 0; i < 3; ++i) {
        QString t = m_fields[i]->text().trimmed();
        bool good = false;
        v[i] = QLocale::c().toDouble(t.replace(',', '.'), &good);
        if (!good || v[i] < 0 || !std::isfinite(v[i])) {
            m_fault->setText(tr("\"%1\" is no valid number for %2.").arg(m_fields[i]->text(), m_names[i]->text()));
            m_fields[i]->setFocus();
            m_fields[i]->selectAll();
            return;
        }
    }
    const bool chroma = m_kind->currentIndex() == 0;
    if (chroma && (v[1] >= 1 || v[2] >= 1 || (v[2] <= 0 && v[0] > 0) || v[1] + v[2] > 1.001)) {
        m_fault->setText(tr("x and y must be between 0 and 1 and add up to less than 1."));
        m_fields[1]->setFocus();
        return;
    }
    Measurement m;
    m.index = int(m_set.readings.size()) + 1;
    m.rgb = m_patches[m_set.readings.size()];
    m.name = "typed patch " + std::to_string(m.index);
    m.xyz = chroma ? (v[0] > 0 ? xyzOf(Chromaticity{v[1], v[2]}, v[0]) : XYZ()) : XYZ(v[0], v[1], v[2]);
    m.t = 10.0 * m.index;
    m_set.readings.push_back(m);
    showPatch();
    keepTyped();
}

void TypedReadings::back()
{
    if (m_set.readings.empty()) {
        return;
    }
    const XYZ last = m_set.readings.back().xyz;
    m_set.readings.pop_back();
    showPatch();
    keepTyped();
    // What stood there comes back to be mended.
    const Chromaticity c = chromaticity(last);
    const std::array<double, 3> v =
        m_kind->currentIndex() == 0 ? std::array<double, 3>{last.b, c.x, c.y} : std::array<double, 3>{last.a, last.b, last.c};
    for (size_t i = 0; i < 3; ++i) {
        m_fields[i]->setText(QString::number(v[i], 'g', 7));
    }
}

} // namespace lamp::app
