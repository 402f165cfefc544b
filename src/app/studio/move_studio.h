// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/transfer.h"

#include <QDialog>

class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;

namespace lamp::app {

class Background;

/// Where the studio is kept: shows the place, looks at another one (a file or a server), copies the studio there and compares, and
/// says which one to use from now on. The dialog only asks; who opens it changes over.
class MoveStudio : public QDialog {
    Q_OBJECT

public:
    /// \param path of the studio that is open now
    MoveStudio(QString path, QWidget *parent);
    ~MoveStudio() override;
    /// The place to use from now on, after it was accepted.
    [[nodiscard]] QString chosen() const;
    /// Of what the dialog was accepted with: a password that the keyring did not take.
    [[nodiscard]] std::optional<Error> passwordProblem() const { return m_passwordProblem; }
    void accept() override;

private:
    /// What was found at a place.
    struct Found {
        int displays = 0, visits = 0;
        QStringList others; ///< studios of the same database, as places name them
    };
    void look();
    void copy();
    void changed();
    void tell(const QString &what);
    void tell(const Error &error);
    static Result<Found> find(const QString &where);

    QString m_path, m_looked; ///< where it is now; what was last looked at
    std::optional<Found> m_found;
    std::optional<Error> m_passwordProblem;
    Background *m_background;
    QLineEdit *m_place, *m_password;
    QLabel *m_said;
    QProgressBar *m_progress;
    QPushButton *m_look, *m_copy, *m_use;
};

} // namespace lamp::app
