// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/plot_widget.h"
#include "profile/inspect.h"

#include <QFrame>

#include <memory>

class QCheckBox;
class QLabel;
class QPushButton;
class QTableWidget;

namespace lamp::app {

/// What a profile came to when it was looked at.
struct OpenedProfile {
    QString path;
    Bytes bytes;
    std::shared_ptr<const Inspection> seen;
    std::vector<Message> meaning;
};

/// One profile laid open: what it means, what is wrong with it, its gamut, curves, ramps and tags.
class ProfileView : public QFrame {
    Q_OBJECT

public:
    explicit ProfileView(QWidget *parent = nullptr);
    /// Looks at a profile; for any thread. \param bytes any file's content
    static std::shared_ptr<const OpenedProfile> look(const QString &path, const Bytes &bytes, WallTime now);
    void show(const std::shared_ptr<const OpenedProfile> &opened);
    [[nodiscard]] const Bytes &bytes() const { return m_bytes; }

Q_SIGNALS:
    void installWanted();
    void cubeWanted();
    void rebuildWanted();

private:
    void fillFindings();
    void drawGamut();
    void fillTags();
    std::shared_ptr<const Inspection> m_seen;
    Bytes m_bytes;
    QLabel *m_name, *m_sentences, *m_findings;
    PlotWidget *m_gamut, *m_tones, *m_ramps;
    QCheckBox *m_xy;
    QTableWidget *m_tags;
    QPushButton *m_install, *m_cube, *m_rebuild;
};

} // namespace lamp::app
