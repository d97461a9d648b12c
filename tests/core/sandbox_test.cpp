// SPDX-License-Identifier: GPL-3.0-or-later
//
// What the process that decodes sound cannot do, tried from within it.
#include "decode/sandbox.hpp"

#include "core/audio/decoder_process.hpp"
#include "core/audio/sound_limits.hpp"
#include "tests/support/temporary_folder.hpp"

#include <catch2/catch.hpp>
#include <cerrno>
#include <csignal>
#include <fcntl.h>
#include <functional>
#include <sys/mman.h>
#include <sys/socket.h>
#include <sys/stat.h>
#include <sys/wait.h>
#include <unistd.h>

using namespace layakari;

namespace {

// The exit status of what a process in the sandbox does.
int inSandbox(const std::function<int()>& work)
{
    const pid_t parent = ::getpid();
    const pid_t child = ::fork();
    if (child == 0) ::_exit(enterSandbox(parent) ? work() : 100);
    int status = 0;
    ::waitpid(child, &status, 0);
    return WIFEXITED(status) ? WEXITSTATUS(status) : 200;
}

int isRefused(long result) { return result < 0 && errno == EPERM ? 0 : 1; }

} // namespace

TEST_CASE("It opens no file and no socket, starts no program and changes no folder")
{
    const TemporaryFolder folder;
    const std::string file = (folder / "keys").string();
    writeText(file, "secret");
    CHECK(inSandbox([&] { return isRefused(::open(file.c_str(), O_RDONLY)); }) == 0);
    CHECK(inSandbox([&] {
              return isRefused(::open((file + "2").c_str(), O_WRONLY | O_CREAT, 0600));
          }) == 0);
    CHECK(inSandbox([&] { return isRefused(::socket(AF_INET, SOCK_STREAM, 0)); }) == 0);
    CHECK(inSandbox([&] { return isRefused(::socket(AF_UNIX, SOCK_STREAM, 0)); }) == 0);
    CHECK(inSandbox([&] { return isRefused(::unlink(file.c_str())); }) == 0);
    CHECK(inSandbox([&] { return isRefused(::rename(file.c_str(), (file + "3").c_str())); }) == 0);
    CHECK(inSandbox([&] { return isRefused(::chmod(file.c_str(), 0777)); }) == 0);
    CHECK(inSandbox([&] { return isRefused(::kill(::getppid(), SIGTERM)); }) == 0);
    CHECK(inSandbox([&] {
              char* const arguments[]{nullptr};
              return isRefused(::execv("/bin/true", arguments));
          }) == 0);
    CHECK(readText(file) == "secret");
}

TEST_CASE("It has memory for sound, and no more than that")
{
    const auto take = [](std::size_t megabytes) {
        const std::size_t bytes = megabytes << 20;
        void* memory =
            ::mmap(nullptr, bytes, PROT_READ | PROT_WRITE, MAP_PRIVATE | MAP_ANONYMOUS, -1, 0);
        return memory == MAP_FAILED ? 1 : 0;
    };
    CHECK(inSandbox([&] { return take(50); }) == 0);
    CHECK(inSandbox([&] { return take(soundLimits::decoderMegabytes + 1); }) == 1);
}

TEST_CASE("It reads and writes what it was given")
{
    int ends[2];
    REQUIRE(::pipe(ends) == 0);
    CHECK(inSandbox([&] { return ::write(ends[1], "a", 1) == 1 ? 0 : 1; }) == 0);
    char byte = 0;
    CHECK(::read(ends[0], &byte, 1) == 1);
    ::close(ends[0]);
    ::close(ends[1]);
}

TEST_CASE("The decoder's program lies beside the one that runs, and does nothing by itself")
{
    CHECK(std::filesystem::exists(decoderProgram()));
    CHECK(std::system(("'" + decoderProgram().string() + "' 2> /dev/null").c_str()) != 0);
}
