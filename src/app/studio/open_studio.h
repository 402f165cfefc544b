// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/studio/demo_studio.h"

#include <QObject>

#include <thread>

namespace lamp::app {

class Background;
class Banner;
class DueBook;

/// The studio that the window has open: its store, the demo that fills it, the examination of its file.
class OpenStudio : public QObject {
    Q_OBJECT

public:
    OpenStudio(QString path, Banner &banner, QObject *parent = nullptr);
    ~OpenStudio() override;

    /// Opens it; where it is the demo's and new, it is filled in the background. \return whether it is open
    bool open(Demo demo);
    /// From now on the demo studio, beside the usual place of a studio's file.
    void chooseDemo();
    /// From now on the studio at another place, once it is opened.
    void choose(const QString &path) { m_path = path; }
    [[nodiscard]] const QString &path() const { return m_path; }
    /// Null before it was opened.
    [[nodiscard]] Store *store() const { return m_store.get(); }
    /// What is due in it.
    [[nodiscard]] DueBook &due() const { return *m_due; }
    [[nodiscard]] bool filling() const { return m_filling; }
    /// Ends what goes on in the background, as far as it is.
    void stop();

    /// The last visit of a display that was finished, if any.
    [[nodiscard]] std::optional<VisitRecord> lastVisit(qint64 display) const;

Q_SIGNALS:
    /// Displays or their state changed.
    void changed();
    /// The same, by another window, program or workstation.
    void changedElsewhere();
    /// Another place was chosen from what was said: it is to be opened.
    void wanted();
    /// The demo is filled, or could not be.
    void filled();

private:
    void fillDemo(Demo demo);
    QString m_path;
    Banner &m_banner;
    std::unique_ptr<Store> m_store;
    std::vector<std::unique_ptr<Store>> m_former; ///< those open before: a view that shows one still may
    DueBook *m_due;
    Background *m_examiner; ///< of the file; apart, since other work must not push it aside
    std::stop_source m_stopExamining;
    std::jthread m_demoThread;
    bool m_filling = false;
};

} // namespace lamp::app
