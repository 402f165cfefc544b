// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/visit/work_settings.h"

#include "app/parts/on_screen.h"
#include "app/parts/words.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFormLayout>
#include <QLabel>
#include <QLineEdit>
#include <QSettings>

namespace lamp::app {

namespace {

const QString kEffort = QStringLiteral("visit/effort"), kTolerance = QStringLiteral("visit/tolerance"), kMetric = QStringLiteral("visit/metric"),
              kKind = QStringLiteral("profile/kind"), kGrid = QStringLiteral("profile/grid"), kCurves = QStringLiteral("profile/curves"),
              kSource = QStringLiteral("profile/perceptualSource"), kVersion = QStringLiteral("profile/icc"), kName = QStringLiteral("profile/name"),
              kRole = QStringLiteral("person/role"), kWarmUp = QStringLiteral("visit/warmUpMinutes"), kGentle = QStringLiteral("visit/gentle");

std::string kept(const QString &key)
{
    return QSettings().value(key).toString().toStdString();
}

/// A box of choices with what is kept under a key chosen.
QComboBox *choice(const std::vector<std::pair<QString, QVariant>> &all, const QString &key, const QVariant &usual)
{
    auto *box = new QComboBox;
    for (const auto &[words, value] : all) {
        box->addItem(words, value);
    }
    box->setCurrentIndex(std::max(0, box->findData(QSettings().value(key, usual))));
    return box;
}

std::vector<Tolerance> tolerancesOf(Store *store)
{
    return store != nullptr ? store->aims().tolerances() : builtInTolerances();
}

std::vector<std::pair<QString, QVariant>> names(const std::vector<Tolerance> &tolerances)
{
    std::vector<std::pair<QString, QVariant>> all;
    for (const Tolerance &t : tolerances) {
        all.emplace_back(shippedText(t.name), text(t.name));
    }
    return all;
}

/// A sentence with the height that it needs: a form's rows do not grow with what wraps in them.
void say(QLabel *label, const QString &sentence)
{
    constexpr int kWidth = 440;
    label->ensurePolished();
    label->setText(sentence);
    label->setFixedWidth(kWidth);
    label->setFixedHeight(label->heightForWidth(kWidth));
}

/// Its limits and what it is for.
QString toleranceText(Store *store, const QString &name)
{
    for (const Tolerance &t : tolerancesOf(store)) {
        if (text(t.name) == name) {
            return WorkSettings::tr("Mean %1, largest %2, white %3, grays %4, luminance %5 %. %6")
                .arg(number(t.mean, 1), number(t.max, 1), number(t.whiteDeltaE, 1), number(t.grayMean, 1), number(t.luminancePercent, 0),
                     shippedText(t.why));
        }
    }
    return {};
}

} // namespace

void applyWorkSettings(VisitPlan &plan, Store *store)
{
    plan.tolerance =
        store != nullptr ? store->aims().tolerance(kept(kTolerance)) : builtInTolerance(kept(kTolerance)).value_or(*builtInTolerance("studio"));
    plan.tolerance.metric = metricFromName(kept(kMetric)).value_or(plan.tolerance.metric);
    plan.effort = effortFromName(kept(kEffort)).value_or(Effort::Standard);
    plan.gentle = QSettings().value(kGentle, 0).toInt() == 1;
    plan.warmUpMinutes = std::clamp(QSettings().value(kWarmUp, 0).toDouble(), 0.0, kLongestWarmUpMinutes);
    plan.profileKind = profileKindFromName(kept(kKind)).value_or(ProfileKind::Auto);
    plan.curves = curveFormFromName(kept(kCurves)).value_or(CurveForm::Auto);
    plan.perceptualSource = kept(kSource).empty() ? "sRGB" : kept(kSource);
    plan.grid = QSettings().value(kGrid, 33).toInt() == 17 ? 17 : 33;
    plan.iccVersion = QSettings().value(kVersion, 4).toInt() == 2 ? 2 : 4;
    plan.profileName = kept(kName);
    plan.by = QSettings().value(kRole, QStringLiteral("colour keeper")).toString().toStdString();
}

WorkSettings::WorkSettings(Store *store, QWidget *parent)
    : QDialog(parent), m_effort(choice({{tr("quick: up to 40 readings"), QStringLiteral("quick")},
                                        {tr("standard: up to 75"), QStringLiteral("standard")},
                                        {tr("thorough: up to 140"), QStringLiteral("thorough")}},
                                       kEffort, QStringLiteral("standard"))),
      m_warmUp(choice(
          {{tr("until white stands still"), 0}, {tr("%1 minutes").arg(10), 10}, {tr("%1 minutes").arg(20), 20}, {tr("%1 minutes").arg(30), 30}},
          kWarmUp, 0)),
      m_gentle(choice({{tr("at once"), 0}, {tr("gently, by small steps"), 1}}, kGentle, 0)),
      m_tolerance(choice(names(tolerancesOf(store)), kTolerance, QStringLiteral("studio"))),
      m_metric(choice({{tr("as the tolerance says"), QString()},
                       {QStringLiteral("CIEDE2000"), QStringLiteral("CIEDE2000")},
                       {QStringLiteral("CIE94"), QStringLiteral("CIE94")},
                       {QStringLiteral("CMC(2:1)"), QStringLiteral("CMC(2:1)")},
                       {QStringLiteral("ITP (BT.2124)"), QStringLiteral("ITP")}},
                      kMetric, QString())),
      m_kind(choice({{tr("what the panel needs"), QStringLiteral("auto")},
                     {tr("matrix and tone curves"), QStringLiteral("matrix")},
                     {tr("tables"), QStringLiteral("lut")}},
                    kKind, QStringLiteral("auto"))),
      m_grid(choice({{QStringLiteral("17"), 17}, {QStringLiteral("33"), 33}}, kGrid, 33)),
      m_source(choice({{QStringLiteral("sRGB"), QStringLiteral("sRGB")},
                       {QStringLiteral("Display P3"), QStringLiteral("Display P3")},
                       {QStringLiteral("Adobe RGB (1998)"), QStringLiteral("Adobe RGB (1998)")},
                       {QStringLiteral("Rec. 2020"), QStringLiteral("Rec. 2020")}},
                      kSource, QStringLiteral("sRGB"))),
      m_curves(choice({{tr("parametric where they fit"), QStringLiteral("auto")},
                       {tr("parametric"), QStringLiteral("parametric")},
                       {tr("sampled"), QStringLiteral("sampled")}},
                      kCurves, QStringLiteral("auto"))),
      m_version(choice({{QStringLiteral("4"), 4}, {QStringLiteral("2"), 2}}, kVersion, 4)), m_name(new QLineEdit), m_role(new QLineEdit)
{
    setWindowTitle(tr("Settings"));
    auto *form = new QFormLayout(this);
    const auto explained = [&](const QString &label, QWidget *field, const QString &sentence) {
        form->addRow(label, field);
        auto *why = new QLabel;
        why->setWordWrap(true);
        form->addRow(QString(), why);
        say(why, sentence);
        return why;
    };
    explained(tr("&Effort of a visit"), m_effort, tr("More readings make grays and dark colours surer; standard is enough for most panels."));
    explained(tr("&Warming up"), m_warmUp,
              tr("Measured is surer and mostly shorter; a fixed time is the other school. Either says how far from stable."));
    explained(tr("Patches &follow each other"), m_gentle,
              tr("Gently takes about a fifth longer; for people whom sudden changes of brightness disturb or harm."));
    QLabel *limits = explained(tr("&Tolerance"), m_tolerance, toleranceText(store, m_tolerance->currentData().toString()));
    connect(m_tolerance, &QComboBox::currentIndexChanged, this,
            [this, limits, store] { say(limits, toleranceText(store, m_tolerance->currentData().toString())); });
    explained(tr("&Difference by"), m_metric,
              tr("The formula that the tolerance's limits are meant in. Visits are compared with each other by CIEDE2000."));
    explained(tr("&Kind of profile"), m_kind,
              tr("Tables describe panels whose channels do not add up, and map colours out of reach. Every program reads a matrix."));
    explained(tr("&Nodes of tables"), m_grid, tr("33 is accurate to a tenth of a ΔE00; 17 makes small files for old programs."));
    explained(tr("&Perceptual takes in"), m_source,
              tr("Of table profiles: the colours that fit into this panel by the perceptual intent; sRGB suits most pictures."));
    explained(tr("Tone &curves"), m_curves,
              tr("Of matrix profiles; parametric ones are smooth and short, sampled ones fit any curve. ICC 2 has sampled ones only."));
    explained(tr("&ICC version"), m_version, tr("2 for programs that do not read 4."));
    m_name->setPlaceholderText(text(kUsualName));
    m_name->setText(text(kept(kName)));
    explained(tr("Profile na&me"), m_name, tr("Filled in are {display}, {serial}, {white}, {luminance}, {tone}, {date}."));
    m_role->setPlaceholderText(shippedText("colour keeper"));
    m_role->setText(text(kept(kRole)));
    explained(tr("Your &role"), m_role, tr("It stands on every line of the worksheet and in reports."));
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Ok | QDialogButtonBox::Cancel);
    form->addRow(buttons);
    connect(buttons, &QDialogButtonBox::accepted, this, &QDialog::accept);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    keepOnScreen(*this, buttons);
}

void WorkSettings::accept()
{
    QSettings settings;
    for (const auto &[key, box] : std::vector<std::pair<QString, QComboBox *>>{{kEffort, m_effort},
                                                                               {kWarmUp, m_warmUp},
                                                                               {kGentle, m_gentle},
                                                                               {kTolerance, m_tolerance},
                                                                               {kMetric, m_metric},
                                                                               {kKind, m_kind},
                                                                               {kGrid, m_grid},
                                                                               {kCurves, m_curves},
                                                                               {kSource, m_source},
                                                                               {kVersion, m_version}}) {
        settings.setValue(key, box->currentData());
    }
    for (const auto &[key, line] : std::vector<std::pair<QString, QLineEdit *>>{{kName, m_name}, {kRole, m_role}}) {
        // An empty one brings the usual back.
        line->text().trimmed().isEmpty() ? settings.remove(key) : settings.setValue(key, line->text().trimmed());
    }
    QDialog::accept();
}

} // namespace lamp::app
