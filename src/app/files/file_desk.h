// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "measure/reading_set.h"
#include "store/store.h"
#include "visit/whole_visit.h"

#include <QStackedWidget>

namespace lamp::app {

class Background;
class ImportView;
class ProfileView;
class ScreeningView;
class TypedReadings;

/// Where files from elsewhere are laid: one profile is opened, several are compared, readings become a visit.
class FileDesk : public QStackedWidget {
    Q_OBJECT

public:
    explicit FileDesk(QWidget *parent = nullptr);
    /// Looks at files by what they are, not by their names. \param display the one that is shown now
    void open(const QStringList &files, Store *store, qint64 display);
    /// Ranks the profiles that are being screened by readings of the unit.
    void rankBy(const ReadingSet &set);
    /// Whether something is worked out just now whose result will lie here.
    [[nodiscard]] bool busy() const;
    void cancel();
    void layOpen(const QString &name, const Bytes &profile);
    void typeReadings(Store &store, qint64 display);
    /// What became of the readings that were handed over: a visit, or nothing, and they are still here.
    void broughtIn();
    void notBroughtIn();

    [[nodiscard]] ProfileView *profile() const { return m_profile; }
    [[nodiscard]] ScreeningView *screening() const { return m_screening; }
    [[nodiscard]] ImportView *import() const { return m_import; }
    [[nodiscard]] TypedReadings *typed() const { return m_typed; }

Q_SIGNALS:
    /// Something lies on the desk now.
    void laid();
    void message(const QString &words);
    /// What is worked out in the background; empty: nothing any more.
    void working(const QString &what);
    void installWanted(const lamp::Bytes &profile);
    void visitBrought(const lamp::VisitRecord &record);
    /// A target, a tolerance or a correction, as JSON.
    void aimBrought(lamp::StudioFile kind, const std::string &json);
    void readingsBrought(const lamp::ReadingSet &set, qint64 display, const QString &target);

private:
    struct LookedAt;
    static LookedAt lookAt(const QStringList &files);
    void lay(LookedAt seen, Store *store, qint64 display);
    void rank();
    void makeCube();
    void rebuild();
    Background *m_background;
    ProfileView *m_profile;
    ScreeningView *m_screening;
    ImportView *m_import;
    TypedReadings *m_typed;
};

} // namespace lamp::app
