// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "fleet/ageing.h"
#include "fleet/due.h"
#include "store/store.h"

#include <QObject>

#include <unordered_map>

namespace lamp::app {

class Background;

/// What is due, worked out once for the whole window: list, board, card, round, sign-off and notice say what stands here, and change together.
class DueBook : public QObject {
    Q_OBJECT

public:
    explicit DueBook(QObject *parent = nullptr);
    ~DueBook() override;

    /// Looks at a studio anew: at once what visits, events and assignments say (what its history said stays for displays that were not visited
    /// since), then in the background what history says. \return an error where it cannot be read: what was known stays
    Status look(Store &store, WallTime now);
    /// The same where it was looked at a while ago, or is another studio's: what is due goes by the clock as well.
    Status keepFresh(Store &store, WallTime now);
    [[nodiscard]] const std::vector<DueQuestion> &questions() const { return m_questions; }
    [[nodiscard]] const FleetAgeing &ageing() const { return m_ageing; }
    [[nodiscard]] WallTime on() const { return m_on; } ///< when it was looked at
    /// What is known of one display; "never" of one that is not known.
    [[nodiscard]] DueQuestion question(qint64 displayId) const;
    [[nodiscard]] Due due(qint64 displayId) const { return dueOf(question(displayId), m_on); }
    /// Whether history is still being worked out.
    [[nodiscard]] bool busy() const;
    /// Whether the studio is too large for its history to be worked out while somebody waits.
    [[nodiscard]] bool tooLarge() const { return m_questions.size() > kMost; }
    static constexpr size_t kMost = 500; ///< displays

Q_SIGNALS:
    void changed();
    void failed(const lamp::Error &error);

private:
    void take(std::vector<DueQuestion> questions);
    void workOut();
    Background *m_background;
    std::vector<DueQuestion> m_questions;
    std::unordered_map<qint64, size_t> m_of; ///< by display
    FleetAgeing m_ageing;
    QString m_place; ///< of the studio
    WallTime m_on{};
    bool m_again = false; ///< it changed while it was worked out
};

} // namespace lamp::app
