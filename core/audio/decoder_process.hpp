// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/audio/decoder_messages.hpp"
#include "core/base/files.hpp"

#include <filesystem>
#include <span>
#include <stop_token>
#include <string>
#include <vector>

namespace layakari {

/// The process that takes a sound file apart, as the one that started it sees it. It is given the
/// open file and nothing else (decode/sandbox.hpp). Whatever becomes of it is an error in words
/// here: that it crashed, took too much memory, or gave nothing for
/// `soundLimits::secondsWithoutSound`. It ends with this object, and with the thread that started
/// it, which must be the one that uses it.
class DecoderProcess {
public:
    struct Order {
        std::filesystem::path file;
        int outputRateHz = 0;
        double fromSeconds = 0;
        std::stop_token stop; ///< asked several times a second, whatever the file does
    };
    /// Errors: CannotRead, for the file or where the decoder's program is missing.
    static Result<DecoderProcess> start(Order order);
    DecoderProcess(DecoderProcess&&) noexcept;
    DecoderProcess& operator=(DecoderProcess&&) noexcept;
    ~DecoderProcess();

    struct Message {
        decoder::Kind kind = decoder::Kind::End;
        std::vector<char> bytes;
    };
    /// The next thing that it says, never a complaint: that is an error. Cancelled, CannotRead.
    Result<Message> next();

private:
    DecoderProcess() = default;
    Result<void> read(std::span<char> into);
    Error fault(const std::string& cause, const std::string& tryThis) const;
    Error howItEnded();
    int waitFor(); ///< its status as waitpid gives it; it is gone afterwards
    void end();

    Order m_order;
    int m_process = 0;
    Descriptor m_messages;
};

/// Where the decoder's program lies: beside the running one, else where it is installed.
std::filesystem::path decoderProgram();

} // namespace layakari
