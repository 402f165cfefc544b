// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "device/bench.h"
#include "visit/record.h"

#include <QByteArray>

#include <optional>
#include <vector>

namespace lamp::store {

/// What qCompress() made smaller, where it is as large as it says and no larger than `most`; nothing for anything else.
std::optional<QByteArray> inflate(const QByteArray &bytes, qsizetype most);

/// Numbers in as few bytes as give every one of them back exactly. Those that are codes of a LUT of 8 to 16 bits, or
/// steps of 2⁻³² (kLightSteps), are kept as differences of up to the fourth order, which along a smooth curve take a byte
/// each; any others as they are.
QByteArray packNumbers(const std::vector<double> &numbers);
/// \throws std::runtime_error where the bytes are none of packNumbers()
std::vector<double> unpackNumbers(const QByteArray &bytes);

/// The bits of codes, 8 to 16, that all numbers are made of exactly; 0 where they are not.
int codeBits(const std::vector<double> &numbers);

/// Ramps in as few bytes, compressed, and back.
QByteArray packRamps(const Ramps &ramps);
Ramps unpackRamps(const QByteArray &bytes);

/// A profile's bytes, compressed, and back. \throws std::runtime_error
QByteArray packProfile(const Bytes &profile);
Bytes unpackProfile(const QByteArray &bytes);

/// What a worksheet shows beside what the store keeps in columns and tables of its own: CBOR (RFC 8949) in zlib.
/// \param stored whether all readings of the record are in the store: then its verification points at them
QByteArray packSheet(const VisitRecord &record, bool stored);
/// What a visit found, from its table.
struct Said {
    std::vector<Message> reasons, warnings;
};
/// What packSheet() kept, without readings, states, profiles and ramps. \param target, tolerance as JSON text
/// \param readings of the visit, which its verification points at
Result<VisitRecord> unpackSheet(const QByteArray &bytes, const std::string &target, const std::string &tolerance,
                                const std::vector<Measurement> &readings, const Said &said);

/// SHA-256, 32 bytes.
QByteArray sha256(const QByteArray &bytes);
inline QByteArray asBytes(const Bytes &bytes)
{
    return {reinterpret_cast<const char *>(bytes.data()), qsizetype(bytes.size())};
}

} // namespace lamp::store
