// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"
#include "visit/record.h"

#include <QDialog>

class QComboBox;
class QLineEdit;

namespace lamp::app {

/// Puts into a plan how this person works: role, effort, and what profiles are to be like (kept in QSettings).
/// \param store where tolerances are kept; null for the built-in ones
void applyWorkSettings(VisitPlan &plan, Store *store);

/// Asks for these. Each says in a sentence what it is for; accept() keeps them.
class WorkSettings : public QDialog {
    Q_OBJECT

public:
    WorkSettings(Store *store, QWidget *parent);
    void accept() override;

private:
    QComboBox *m_effort, *m_warmUp, *m_gentle, *m_tolerance, *m_metric, *m_kind, *m_grid, *m_source, *m_curves, *m_version;
    QLineEdit *m_name, *m_role;
};

} // namespace lamp::app
