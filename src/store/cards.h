// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "store/store.h"

namespace lamp::store {

/// A card as text, field by field: what is compared when two copies of a studio come together again.
struct Card {
    std::string name; ///< for people
    std::map<std::string, std::string> fields;
};
/// By kind ("room", "display", "instrument", "target", "tolerance", "letterhead"; "visit"; "photograph", "measurement") and by what tells one from
/// another: a display's uid, an instrument's model and serial, a room's or target's name, what a photograph or measurement is of and its SHA-256.
using Cards = std::map<std::string, std::map<std::string, Card>>;

/// All cards of a studio; with each room its outline, with each display its place, as they were drawn.
Result<Cards> cardsOf(Store &store);
std::string cardsToJson(const Cards &cards);
Result<Cards> cardsFromJson(const std::string &json);

/// A photograph's key. \param sha256 of its file
std::string photographKey(const QString &displayUid, WallTime added, const QByteArray &sha256);

/// The field's text as a value, and back; empty: not known.
std::optional<double> numberOf(const std::string &text);
std::optional<WallTime> timeOfField(const std::string &text);

} // namespace lamp::store
