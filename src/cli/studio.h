// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/commands.h"
#include "fleet/ageing.h"
#include "store/registers.h"

#include <QCoreApplication>

#include <memory>

namespace lamp::cli {

/// What Qt finds database drivers by; nothing where there is one already.
std::unique_ptr<QCoreApplication> applicationHere();

/// What a command does with a studio: reads it and leaves every byte as it is; writes to one that is there; writes, and makes
/// one where there is none.
enum class StudioUse { Look, Work, Make };

/// The studio's store, with what Qt needs to open one.
class OpenStudio {
public:
    /// \param path a file; empty for the studio's own
    explicit OpenStudio(const std::string &path, StudioUse use = StudioUse::Look);
    ~OpenStudio();
    OpenStudio(const OpenStudio &) = delete;
    OpenStudio &operator=(const OpenStudio &) = delete;
    [[nodiscard]] Result<std::unique_ptr<Store>> &store() { return m_store; }
    /// Closes the store and lets another kind of application be made.
    void closeApplication()
    {
        m_store = Error{};
        m_application.reset();
    }

private:
    std::unique_ptr<QCoreApplication> m_application;
    Result<std::unique_ptr<Store>> m_store = Error{};
};

/// A visit made of a file of readings whose columns say what they are, aimed and judged as the file says, else by Photo and studio.
struct ReadingsVisit {
    VisitRecord record;
    bool namesDisplay = false; ///< the readings are a visit's of ours; others are of a display that nothing but a person names
};
Result<ReadingsVisit> visitOfReadingsIn(const std::string &file);
/// The number of the display of a serial.
Result<qint64> displayOf(Store &store, const std::string &serial);
/// Of --on, --target and --tolerance.
Result<AgeingQuestion> ageingQuestion(const FleetOptions &options);
/// A history as files say it, all joined. Headings that mean nothing are told.
Result<std::vector<HistoryEntry>> historyOf(const std::vector<std::string> &files);
/// Of a history in files: where most of it lies beyond today and no day was asked for, its last day is asked about; else what is later than the day
/// that is asked about is told of, on standard error.
void heedLaterRows(const std::vector<HistoryEntry> &history, const FleetOptions &o, AgeingQuestion &question);

} // namespace lamp::cli
