// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/files.hpp"

#include <array>
#include <cerrno>
#include <cstring>
#include <fstream>
#include <memory>
#include <openssl/evp.h>
#include <system_error>
#include <unistd.h>

namespace layakari {

namespace fs = std::filesystem;

Result<void> checkReadableFile(const fs::path& path, ErrorCode code)
{
    std::error_code ec;
    const fs::file_status status = fs::status(path, ec);
    if (status.type() == fs::file_type::not_found)
        return fail(
            {code, path.string(), "", "there is no such file", "check the name and the folder"});
    if (status.type() == fs::file_type::directory)
        return fail({code, path.string(), "", "this is a folder, not a file", "name a file in it"});
    if (ec || ::access(path.c_str(), R_OK) != 0)
        return fail({code, path.string(), "",
                     std::string("cannot be opened: ") + std::strerror(errno),
                     "check the file's permissions"});
    if (status.type() != fs::file_type::regular)
        return fail({code, path.string(), "", "this is not a regular file", "name a file on disk"});
    return {};
}

Result<std::string> readTextFile(const fs::path& path, ErrorCode code, std::uintmax_t limitBytes)
{
    if (auto readable = checkReadableFile(path, code); !readable) return fail(readable.error());
    std::error_code ec;
    const std::uintmax_t size = fs::file_size(path, ec);
    if (!ec && size > limitBytes)
        return fail({code, path.string(), "",
                     "is " + std::to_string(size) + " bytes, more than the " +
                         std::to_string(limitBytes) + " that such a file may have",
                     "check that this is the right file"});
    std::ifstream in(path, std::ios::binary);
    std::string text((std::istreambuf_iterator<char>(in)), std::istreambuf_iterator<char>());
    if (!in.good() && !in.eof())
        return fail({code, path.string(), "", "reading stopped in the middle", "check the disk"});
    return text;
}

fs::path temporaryBeside(const fs::path& target)
{
    fs::path beside = target;
    beside.replace_filename("." + target.stem().string() + ".part-" + std::to_string(::getpid()) +
                            target.extension().string());
    return beside;
}

Result<void> moveIntoPlace(const fs::path& written, const fs::path& target)
{
    std::error_code ec;
    fs::rename(written, target, ec);
    if (!ec) return {};
    std::error_code ignored;
    fs::remove(written, ignored);
    return fail({ErrorCode::CannotWrite, target.string(), "", "cannot be written: " + ec.message(),
                 "choose another folder or check its permissions"});
}

Result<void> writeTextFile(const fs::path& path, const std::string& text)
{
    const fs::path beside = temporaryBeside(path);
    std::ofstream out(beside, std::ios::binary | std::ios::trunc);
    out << text;
    out.close();
    if (!out) {
        const std::string cause = std::string("cannot be written: ") + std::strerror(errno);
        std::error_code ignored;
        fs::remove(beside, ignored);
        return fail({ErrorCode::CannotWrite, path.string(), "", cause,
                     "check the folder, its permissions and the free space"});
    }
    return moveIntoPlace(beside, path);
}

Result<std::string> sha256OfFile(const fs::path& path)
{
    if (auto readable = checkReadableFile(path, ErrorCode::CannotRead); !readable)
        return fail(readable.error());
    const std::unique_ptr<EVP_MD_CTX, void (*)(EVP_MD_CTX*)> sha(EVP_MD_CTX_new(), EVP_MD_CTX_free);
    EVP_DigestInit_ex(sha.get(), EVP_sha256(), nullptr);
    std::ifstream in(path, std::ios::binary);
    std::array<char, 1 << 16> block;
    while (in.read(block.data(), block.size()) || in.gcount() > 0)
        EVP_DigestUpdate(sha.get(), block.data(), static_cast<std::size_t>(in.gcount()));
    std::array<std::uint8_t, 32> digest;
    EVP_DigestFinal_ex(sha.get(), digest.data(), nullptr);
    std::string hex;
    for (const std::uint8_t byte : digest) {
        hex += "0123456789abcdef"[byte >> 4];
        hex += "0123456789abcdef"[byte & 15];
    }
    return hex;
}

} // namespace layakari
