// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "base/file.h"

#include <cstdint>
#include <memory>
#include <string>

namespace lamp {

/// Pixels of pictures from one colour space to another by Little CMS: four 16-bit numbers each (red, green, blue, opacity), where
/// nothing else is said. The space in between is the working space: Rec. 2020's primaries (which hold nearly all surface colours), D65, and sRGB's
/// tone. Movable; may be used by several threads at once.
class PixelTransform {
public:
    /// What a picture's numbers are.
    enum class Kind { Rgb, Gray }; ///< gray: one 16-bit number a pixel

    /// From a picture's own space to the working space, relative colorimetric, black scaled.
    /// \param profile its embedded profile; empty: sRGB, or for grays sRGB's tone
    /// \return an error that says what is wrong with a profile that cannot be used for such pixels
    static Result<PixelTransform> toWorking(const Bytes &profile, Kind kind);
    /// What a print would look like: working space to the printer and back.
    /// \param paperWhite whether the paper's own white is shown rather than the display's
    /// \param warn whether colours that the printer cannot hold are shown as middle gray
    static Result<PixelTransform> proof(const Bytes &print, bool paperWhite, bool warn);

    PixelTransform(PixelTransform &&) noexcept;
    PixelTransform &operator=(PixelTransform &&) noexcept;
    ~PixelTransform();

    /// \param from, to pixels side by side; `to` always has four numbers each
    void apply(const std::uint16_t *from, std::uint16_t *to, int pixels) const;
    /// What the picture's profile calls itself; empty for sRGB without one.
    [[nodiscard]] const std::string &name() const { return m_name; }

private:
    struct Handles;
    PixelTransform(std::unique_ptr<Handles> handles, std::string name);
    std::unique_ptr<Handles> m_handles;
    std::string m_name;
};

/// The name of the working space, as rgbSpace() knows it; its tone is sRGB's.
inline const char *const kWorkingSpace = "Rec. 2020";

} // namespace lamp
