// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/visit/visit_controller.h"

#include <QObject>

namespace lamp::app {

class Banner;
class BenchPanel;
class OpenStudio;
class ReadingPanel;
class TargetDesk;
class Worksheet;

/// What is shown of visits: the running one with its question, or one that is kept; and the reading and the bench beside
/// it. It tells the window where to go, and never changes whose visit it is.
class VisitDesk : public QObject {
    Q_OBJECT

public:
    VisitDesk(OpenStudio &studio, VisitController &visits, Banner &banner, QObject *parent);

    [[nodiscard]] Worksheet *worksheet() const { return m_worksheet; }
    [[nodiscard]] ReadingPanel *reading() const { return m_reading; }
    [[nodiscard]] BenchPanel *bench() const { return m_bench; }
    /// The visit on the worksheet, if any.
    [[nodiscard]] const RecordPtr &shown() const { return m_shown; }
    /// Whether the running visit is what is seen.
    [[nodiscard]] bool showsRunning() const;

    /// Shows a visit that is kept; not the running one.
    void showRecord(const RecordPtr &record);
    /// The same by its key. \return an error where it cannot be read
    Status showKept(const QString &visitId);
    /// Goes to the running visit, wherever one is, with its question.
    void showRunning();
    /// A display's card is shown: the worksheet is not. \param display with its simulated bench beside it
    void showCardOf(const DisplayEntry &display);
    /// A key of the worksheet. \return whether it was one
    bool press(int key);

Q_SIGNALS:
    /// The worksheet is to be seen.
    void worksheetWanted();
    /// This display is the one that it is about now.
    void displayMeant(qint64 displayId);
    /// A visit came to nothing: its display's card is to be seen.
    void cardWanted();
    /// A visit waits for a person, or no longer does.
    void waits();
    void status(const QString &words);

private:
    void begun(const RecordPtr &record);
    void ended(const RecordPtr &record, bool whole);
    OpenStudio &m_studio;
    VisitController &m_visits;
    Worksheet *m_worksheet;
    ReadingPanel *m_reading;
    BenchPanel *m_bench;
    TargetDesk *m_targets;
    RecordPtr m_shown;
    bool m_showsVisit = false; ///< the worksheet holds the running visit, not one from the card
};

} // namespace lamp::app
