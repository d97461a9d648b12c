// SPDX-License-Identifier: GPL-3.0-or-later
//
// Within the decoder only: a container of FFmpeg's that reads one descriptor and nothing else.
#pragma once

#include "core/base/result.hpp"

#include <memory>
#include <string>

struct AVFormatContext;
struct AVIOContext;

namespace layakari {

class Container {
public:
    /// Reads the file from its start. Errors (CannotRead): not on the list of containers, damaged.
    static Result<Container> open(int descriptor, const std::string& ending);

    AVFormatContext* get() const { return m_format.get(); }

private:
    struct Closer {
        void operator()(AVFormatContext* format) const;
        void operator()(AVIOContext* io) const;
    };
    std::unique_ptr<int> m_descriptor;         // longer than what reads from it
    std::unique_ptr<AVIOContext, Closer> m_io; // first: the container reads through it
    std::unique_ptr<AVFormatContext, Closer> m_format;
};

} // namespace layakari
