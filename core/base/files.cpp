// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/files.hpp"
#include "core/language/message.hpp"

#include <algorithm>
#include <array>
#include <cerrno>
#include <cstring>
#include <fcntl.h>
#include <memory>
#include <openssl/evp.h>
#include <span>
#include <sys/stat.h>
#include <unistd.h>

namespace layakari {

namespace fs = std::filesystem;

namespace {

// Up to `block.size()` bytes; fewer only at the end. Negative after an error.
ssize_t readBlock(int descriptor, std::span<char> block)
{
    std::size_t got = 0;
    while (got < block.size()) {
        const ssize_t more = ::read(descriptor, block.data() + got, block.size() - got);
        if (more < 0 && errno == EINTR) continue;
        if (more < 0) return more;
        if (more == 0) break;
        got += static_cast<std::size_t>(more);
    }
    return static_cast<ssize_t>(got);
}

Error stoppedReading(const fs::path& path, ErrorCode code)
{
    return {code, path.string(), "",
            say("error.stopped-in-the-middle", {{"why", std::strerror(errno)}}), "check the disk"};
}

} // namespace

Result<Descriptor> openRegularFile(const fs::path& path, ErrorCode code)
{
    // Without O_NONBLOCK a pipe that nobody writes to would be waited for.
    Descriptor file(::open(path.c_str(), O_RDONLY | O_CLOEXEC | O_NOCTTY | O_NONBLOCK));
    const int error = errno;
    if (!file.isOpen() && error == ENOENT)
        return fail(
            {code, path.string(), "", "there is no such file", "check the name and the folder"});
    if (!file.isOpen())
        return fail({code, path.string(), "",
                     say("error.cannot-be-opened", {{"why", std::strerror(error)}}),
                     "check the file's name and permissions"});
    struct stat status {};
    ::fstat(file.get(), &status);
    if (S_ISDIR(status.st_mode))
        return fail({code, path.string(), "", "this is a folder, not a file", "name a file in it"});
    if (!S_ISREG(status.st_mode))
        return fail({code, path.string(), "", "this is not a regular file", "name a file on disk"});
    return file;
}

Result<std::string> readTextFile(const fs::path& path, ErrorCode code, std::uintmax_t limitBytes)
{
    const auto file = openRegularFile(path, code);
    if (!file) return fail(file.error());
    const auto tooLarge = [&](std::uintmax_t bytes) {
        return fail({code, path.string(), "",
                     say("error.too-large", {{"bytes", bytes}, {"most", limitBytes}}),
                     "check that this is the right file"});
    };
    struct stat status {};
    ::fstat(file->get(), &status);
    if (const auto bytes = static_cast<std::uintmax_t>(status.st_size); bytes > limitBytes)
        return tooLarge(bytes);
    std::string text;
    std::array<char, 1 << 16> block{};
    for (;;) {
        const ssize_t got = readBlock(file->get(), block);
        if (got < 0) return fail(stoppedReading(path, code));
        if (got == 0) return text;
        text.append(block.data(), static_cast<std::size_t>(got));
        if (text.size() > limitBytes) return tooLarge(text.size());
    }
}

Result<std::string> sha256OfFile(const fs::path& path, const std::stop_token& stop)
{
    const auto file = openRegularFile(path, ErrorCode::CannotRead);
    if (!file) return fail(file.error());
    const std::unique_ptr<EVP_MD_CTX, void (*)(EVP_MD_CTX*)> sha(EVP_MD_CTX_new(), EVP_MD_CTX_free);
    EVP_DigestInit_ex(sha.get(), EVP_sha256(), nullptr);
    std::array<char, 1 << 16> block{};
    for (;;) {
        const ssize_t got = readBlock(file->get(), block);
        if (got < 0) return fail(stoppedReading(path, ErrorCode::CannotRead));
        if (got == 0) break;
        if (stop.stop_requested())
            return fail({ErrorCode::Cancelled, path.string(), "", "reading was stopped", ""});
        EVP_DigestUpdate(sha.get(), block.data(), static_cast<std::size_t>(got));
    }
    std::array<std::uint8_t, 32> digest{};
    EVP_DigestFinal_ex(sha.get(), digest.data(), nullptr);
    std::string hex;
    for (const std::uint8_t byte : digest) {
        hex += "0123456789abcdef"[byte >> 4];
        hex += "0123456789abcdef"[byte & 15];
    }
    return hex;
}

} // namespace layakari
