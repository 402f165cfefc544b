// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "exchange/reading_table.h"
#include "store/store.h"

#include <QFrame>

class QComboBox;
class QDoubleSpinBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;
class QStringListModel;
class QTableWidget;

namespace lamp::app {

class Background;

/// Readings that were taken with another tool: what is what in the file, then a profile and a verdict from it.
class ImportView : public QFrame {
    Q_OBJECT

public:
    explicit ImportView(QWidget *parent = nullptr);
    /// What a table comes to by what its columns are taken for.
    struct Understood {
        Result<ReadingSet> set;
        bool visit = false; ///< the readings of a visit of ours
    };
    /// Works it out, which may take long: for another thread.
    static Understood understand(const ReadingTable &table, const Roles &roles);
    void show(const QString &fileName, ReadingTable table, Roles roles, Understood understood, Store &store, qint64 display);

Q_SIGNALS:
    /// \param display of the studio, 0 for a new one
    void wanted(const lamp::ReadingSet &set, qint64 display, const QString &target);

private:
    /// Works out anew what the readings are, after somebody said otherwise.
    void settle();
    void tell();
    void fill();
    void fillColumns(const std::shared_ptr<const ReadingTable> &table, int from);
    Background *m_background;
    QStringListModel *m_roleNames;
    QString m_file;
    std::shared_ptr<const ReadingTable> m_table;
    Roles m_roles;
    Understood m_understood{Error{}, false};
    QLabel *m_heading, *m_open;
    QTableWidget *m_rows;
    QComboBox *m_drive, *m_display, *m_target, *m_instrument;
    QDoubleSpinBox *m_luminance;
    QPushButton *m_make;
};

/// Readings typed in by hand, patch by patch, from an instrument that no program can ask.
class TypedReadings : public QFrame {
    Q_OBJECT

public:
    explicit TypedReadings(QWidget *parent = nullptr);
    /// Begins, or goes on with what was typed and not yet used.
    void begin(Store &store, qint64 display);
    [[nodiscard]] const ReadingSet &typed() const { return m_set; }
    /// What was typed is a visit now: the next readings begin anew.
    void used();

Q_SIGNALS:
    void wanted(const lamp::ReadingSet &set, qint64 display, const QString &target);
    void patchShown(const lamp::Drive &rgb);

private:
    void take();
    void back();
    void showPatch();
    void keepTyped() const;
    ReadingSet m_set;
    std::vector<Drive> m_patches;
    QLabel *m_what, *m_fault;
    QFrame *m_patch;
    QComboBox *m_kind, *m_display, *m_target, *m_instrument;
    std::array<QLineEdit *, 3> m_fields{};
    std::array<QLabel *, 3> m_names{};
    QTableWidget *m_done;
    QProgressBar *m_progress;
    QPushButton *m_next, *m_back, *m_make;
};

} // namespace lamp::app
