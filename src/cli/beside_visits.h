// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/commands.h"
#include "cli/output.h"
#include "cli/progress_line.h"
#include "cli/signal_stop.h"
#include "device/bench_client.h"
#include "exchange/reading_table.h"
#include "report/beside_report.h"

#include <iostream>
#include <memory>

namespace lamp::cli {

/// What work at a bench beside visits needs on the command line: a folder of its own, the bench, a journal of readings, a line that tells how it
/// goes.
class BesideVisits {
public:
    /// \return an error where the folder cannot be used, or the bench cannot be reached
    static Result<std::unique_ptr<BesideVisits>> open(const std::string &folder, const std::string &bench, const SignalStop &signals)
    {
        if (const Status s = prepareFolder(folder); !s) {
            return s.error();
        }
        auto lock = FolderLock::take(folder);
        if (!lock) {
            return lock.error();
        }
        std::unique_ptr<BesideVisits> beside(new BesideVisits(std::move(lock).value(), folder));
        BenchClient::Options options;
        options.stop = signals.token();
        options.log = [line = &beside->m_line](const Message &m) { line->tell(say("note-bench", m)); };
        auto client = BenchClient::open(bench, options);
        if (!client) {
            return client.error();
        }
        beside->m_bench = std::move(client).value();
        if (!beside->m_journal.earlier().empty()) {
            beside->m_line.tell(say("note", say("earlier-interrupted", beside->m_journal.earlier().string())));
        }
        return beside;
    }
    [[nodiscard]] Bench &bench() { return *m_bench; }

    /// Lets hooks tell here. \tparam Record what is filled, of which readingSet() makes readings for files
    template <typename Record, typename Hooks> void hear(Hooks &hooks)
    {
        hooks.wallClock = now;
        hooks.onReading = [this](const Measurement &m, const Record &r) {
            if (const Status s = m_journal.append(m, [&] { return readingSet(r); }); !s) {
                m_line.tell(say("note", s.error().paragraph()));
            }
        };
        hooks.onProgress = [this](const Message &what, double fraction, double left) { m_line.progress(what, fraction, left); };
        hooks.onNote = [this](const Message &m) { m_line.tell(say("note", m)); };
    }

    /// Keeps what was read, whole or not; says so where it did not come to its end. \param keep writes the files \param file that holds the readings
    /// \param told says what they come to, where it did \return the exit status
    template <typename Record, typename Keep, typename Told>
    int conclude(const Record &record, const Status &status, bool json, Keep keep, const char *file, Told told)
    {
        m_line.clear();
        if (record.readings.empty()) {
            Error error = status ? Error{} : status.error();
            error.safe = say("no-reading-taken");
            return report(error, json);
        }
        const Result<KeptResults> kept = keep();
        if (kept) {
            m_journal.discard();
            tellKept(kept.value());
        } else {
            std::cerr << readingsToCsv(readingSet(record)); // no disk takes them: what is left is the way to whoever called
        }
        if (!status) {
            const Message all = say("count-readings", record.readings.size());
            Error error = status.error();
            error.safe = kept ? say("all-readings-in", all, (kept->folder / file).string()) : say("readings-follow", all);
            return report(error, json);
        }
        const int exit = told(kept);
        return kept && !kept->problem ? exit : kNotWritten;
    }

    /// Writes the report that was asked for beside it. \return the exit status: as it was, where that could be done
    static int writeReport(const std::string &file, const BesideReport &what, int exit)
    {
        const auto kept = keepBesideReport(file, what, {});
        if (!kept) {
            report(kept.error(), false);
            return kNotWritten;
        }
        tellKept(kept.value());
        return kept->problem ? kNotWritten : exit;
    }

    /// The line that ends what was told.
    static void summarise(size_t readings, double seconds, const Result<KeptResults> &kept)
    {
        std::cout << said(say("survey-summary", say("count-readings", readings), Lasting{seconds}, kept ? kept->folder.string() : std::string("-")))
                  << "\n";
    }

private:
    BesideVisits(FolderLock lock, const std::filesystem::path &folder) : m_lock(std::move(lock)), m_journal(folder / "readings.partial.csv") {}
    FolderLock m_lock;
    ProgressLine m_line;
    ReadingJournal m_journal;
    std::unique_ptr<BenchClient> m_bench;
};

} // namespace lamp::cli
