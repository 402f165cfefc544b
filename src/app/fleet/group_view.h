// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/parts/background.h"
#include "fleet/agreement.h"
#include "fleet/common_target.h"
#include "store/visited.h"

#include <QFrame>

class QDoubleSpinBox;
class QLabel;
class QListWidget;
class QListWidgetItem;
class QPushButton;
class QTableWidget;

namespace lamp::app {

class Banner;
class WorkingLine;
class PairMatrix;

/// Displays that have to agree: how alike each two of them are and why they are not, and the target that all of them can hold.
class GroupView : public QFrame {
    Q_OBJECT

public:
    explicit GroupView(Banner &banner, QWidget *parent = nullptr);
    /// Shows a studio as its visits left it. \param beside whose room is chosen at first; a choice that was made before stays
    void show(Store &store, WallTime now, qint64 beside);
    /// Which displays are compared, by their numbers.
    void choose(const std::vector<qint64> &ids);
    [[nodiscard]] bool busy() const { return m_background.busy(); }
    [[nodiscard]] PairMatrix *matrix() const { return m_matrix; }
    /// What the chosen pair and the common target come to (for tests and screen readers).
    [[nodiscard]] QString pairWords() const;
    [[nodiscard]] QString commonWords() const;
    [[nodiscard]] const std::optional<CommonTarget> &common() const { return m_common; }

Q_SIGNALS:
    /// A display is to be made like another one, by its visit.
    void matchWanted(qint64 display, const QString &likeVisit);
    void targetKept();

private:
    using Displays = std::vector<std::shared_ptr<const StudioDisplay>>;
    struct Found {
        Displays displays;
        FleetAgeing ageing;
    };
    struct Compared {
        Agreement agreement;
        Result<CommonTarget> common = Error{};
    };
    void take(Found found);
    [[nodiscard]] QWidget *pairPart();
    [[nodiscard]] QWidget *commonPart();
    void fillList();
    void compare();
    void show(Compared compared, const Displays &displays);
    void showPair(int a, int b);
    void showCommon(const Result<CommonTarget> &common);
    void keepTarget();
    void matchByEye();
    void showBodies();
    /// The reference and the one that follows, of the chosen pair; null where there is none.
    [[nodiscard]] std::pair<const StudioDisplay *, const StudioDisplay *> leading() const;

    Banner &m_banner;
    Background m_background;
    Store *m_store = nullptr;
    WallTime m_now{};
    qint64 m_beside = 0;
    bool m_chosen = false; ///< by the person
    Found m_found;
    Displays m_compared;
    std::optional<CommonTarget> m_common;
    int m_a = -1, m_b = -1;
    QListWidget *m_list;
    QLabel *m_summary;
    WorkingLine *m_working; ///< below it
    QLabel *m_pair, *m_pairFacts, *m_shared, *m_commonFacts;
    QTableWidget *m_parts, *m_loses;
    PairMatrix *m_matrix;
    QPushButton *m_match, *m_eye, *m_bodies, *m_keep;
    QDoubleSpinBox *m_months;
};

} // namespace lamp::app
