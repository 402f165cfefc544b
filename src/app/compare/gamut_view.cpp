// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/compare/gamut_view.h"

#include "app/parts/words.h"
#include "profile/coverage.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QHBoxLayout>
#include <QImage>
#include <QLabel>
#include <QPainter>
#include <QPdfWriter>
#include <QPushButton>
#include <QSvgGenerator>
#include <QVBoxLayout>

namespace lamp::app {

namespace {

struct Meshes {
    std::vector<GamutMesh> meshes;
    QStringList leftOut;
};

/// Those of the profiles, what all share, and the usual spaces.
Meshes meshesOf(const std::vector<std::pair<std::string, Bytes>> &profiles, const std::string &shared)
{
    Meshes found;
    std::vector<Profile> open;
    std::vector<std::string> names;
    for (const auto &[name, bytes] : profiles) {
        if (auto p = Profile::open(bytes)) {
            open.push_back(std::move(p).value());
            names.push_back(name);
        } else {
            found.leftOut << text(name);
        }
    }
    std::vector<GamutMesh> &all = found.meshes;
    std::vector<const Profile *> every;
    for (size_t i = 0; i < open.size(); ++i) {
        all.push_back(sharedMesh(names[i], {&open[i]}));
        if (all.back().empty()) {
            found.leftOut << text(names[i]);
        }
        every.push_back(&open[i]);
    }
    if (every.size() > 1) {
        all.push_back(sharedMesh(shared, every));
    }
    for (const RgbSpace &space : rgbSpaces()) {
        all.push_back(meshOf(space));
    }
    std::erase_if(all, [](const GamutMesh &m) { return m.empty(); });
    return found;
}

} // namespace

GamutView::GamutView(const std::vector<std::pair<std::string, Bytes>> &profiles, QWidget *parent)
    : QDialog(parent), m_body(new BodyWidget), m_solid(new QComboBox), m_lines(new QComboBox), m_said(new QLabel(tr("Working out the bodies…")))
{
    setWindowTitle(tr("Gamuts as bodies"));
    resize(900, 640);
    auto *column = new QVBoxLayout(this);
    auto *row = new QHBoxLayout;
    const auto chosen = [&](const QString &label, QComboBox *box) {
        auto *name = new QLabel(label);
        name->setBuddy(box);
        row->addWidget(name);
        row->addWidget(box, 1);
    };
    chosen(tr("In its &colours"), m_solid);
    chosen(tr("As &lines"), m_lines);
    column->addLayout(row);
    column->addWidget(m_body, 1);
    m_said->setWordWrap(true);
    m_said->setTextFormat(Qt::PlainText);
    column->addWidget(m_said);
    auto *buttons = new QDialogButtonBox(QDialogButtonBox::Close);
    auto *save = buttons->addButton(tr("&Save the picture…"), QDialogButtonBox::ActionRole);
    save->setAutoDefault(false);
    column->addWidget(buttons);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    connect(save, &QPushButton::clicked, this, &GamutView::save);
    connect(&m_background, &Background::failed, m_said, &QLabel::setText);
    for (QComboBox *box : {m_solid, m_lines}) {
        box->setEnabled(false);
        connect(box, &QComboBox::currentIndexChanged, this, &GamutView::choose);
    }
    m_background.start(
        {}, [profiles, shared = tr("What all of them show").toStdString()] { return meshesOf(profiles, shared); },
        [this](Meshes found) {
            m_meshes = std::move(found.meshes);
            m_leftOut = found.leftOut;
            for (QComboBox *box : {m_solid, m_lines}) {
                const QSignalBlocker blocker(box);
                if (box == m_lines) {
                    box->addItem(tr("none"));
                }
                for (const GamutMesh &m : m_meshes) {
                    box->addItem(text(m.name));
                }
                box->setEnabled(true);
            }
            // Beside a display alone stands sRGB; beside another one that.
            m_lines->setCurrentIndex(std::min(2, m_lines->count() - 1));
            choose();
            m_body->setFocus();
        });
}

GamutView::~GamutView()
{
    m_background.cancel();
}

void GamutView::choose()
{
    const int solid = m_solid->currentIndex(), lines = m_lines->currentIndex() - 1;
    const auto at = [&](int i) { return i >= 0 && i < int(m_meshes.size()) ? &m_meshes[size_t(i)] : nullptr; };
    m_body->setBodies(at(solid), at(lines));
    const double volume = at(solid) != nullptr ? at(solid)->volume() : 0;
    QString said =
        at(solid) == nullptr
            ? tr("There is no gamut to show.")
            : tr("%1 holds %2 thousand cubic ΔE of CIELAB (D50, black taken to zero)").arg(m_solid->currentText(), number(volume / 1000, 0));
    if (at(solid) != nullptr && at(lines) != nullptr) {
        said += tr(", %1 % of what %2 holds").arg(number(100 * volume / at(lines)->volume(), 0), m_lines->currentText());
    }
    if (!m_leftOut.isEmpty()) { // what all show is of the others only
        said.prepend(tr("Left out, since their gamut is not known: %1. ").arg(m_leftOut.join(QStringLiteral("; "))));
    }
    m_said->setText(said
                    + tr(". Drag, or press the arrow keys, to turn; the wheel, + and − magnify; Home shows it as at first. Colours beyond sRGB are "
                         "drawn as near as that comes."));
}

void GamutView::save()
{
    const QString file =
        QFileDialog::getSaveFileName(this, tr("The picture of the bodies"), QStringLiteral("gamut.png"), tr("Pictures (*.png *.svg *.pdf)"));
    if (file.isEmpty()) {
        return;
    }
    const QSize size = m_body->size();
    bool done = false;
    if (file.endsWith(QStringLiteral(".svg"), Qt::CaseInsensitive)) {
        QSvgGenerator svg;
        svg.setFileName(file);
        svg.setSize(size);
        svg.setViewBox(QRect({}, size));
        QPainter painter;
        done = painter.begin(&svg);
        if (done) {
            m_body->paint(painter, size);
            done = painter.end();
        }
    } else if (file.endsWith(QStringLiteral(".pdf"), Qt::CaseInsensitive)) {
        QPdfWriter pdf(file);
        pdf.setPageSize(QPageSize(QSizeF(size) * 0.75, QPageSize::Point));
        pdf.setPageMargins({});
        pdf.setResolution(96);
        QPainter painter;
        done = painter.begin(&pdf);
        if (done) {
            m_body->paint(painter, size);
            done = painter.end();
        }
    } else {
        QImage image(2 * size, QImage::Format_RGB32);
        image.setDevicePixelRatio(2);
        QPainter painter(&image);
        m_body->paint(painter, size);
        painter.end();
        done = image.save(file);
    }
    m_said->setText(done ? tr("The picture is in %1.").arg(file) : tr("%1 could not be written.").arg(file));
}

} // namespace lamp::app
