// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

class QTextBrowser;

namespace lamp::app {

class Background;

/// The user guide that ships with the program, in a window of its own that may stay open beside the work.
class Guide : public QDialog {
    Q_OBJECT

public:
    explicit Guide(QWidget *parent = nullptr);

    /// Shows it from a heading on. \param heading as it stands in the guide; its beginning where there is no such heading
    /// \return whether there is one
    bool showAt(const QString &heading);
    /// The headings of the guide, in order.
    [[nodiscard]] QStringList headings() const;
    /// The heading whose part is at the top of what is seen.
    [[nodiscard]] QString current() const;

private:
    void loadPictures(const QString &guide);
    QTextBrowser *m_text;
    Background *m_background;
};

} // namespace lamp::app
