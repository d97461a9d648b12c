// SPDX-License-Identifier: GPL-3.0-or-later
//
// Mangled files of every kind that the program takes, given to the built command line, one process
// each: no signal, no hang, no more memory than is stated, and an exit status that says what it
// was.
//
//     bench-mangle [--each N] [--seed S] [--keep FOLDER]
//
// N files of each kind and mangler. A file that breaks a rule is kept in FOLDER and named; the exit
// status is 1 then.
#include "bench/common/shell.hpp"
#include "bench/mangle/manglers.hpp"
#include "core/base/files.hpp"
#include "core/curriculum/presets.hpp"
#include "core/reading/reading.hpp"
#include "core/simulate/practitioner.hpp"

#include <CLI/CLI.hpp>
#include <algorithm>
#include <array>
#include <csignal>
#include <cstdio>
#include <fcntl.h>
#include <map>
#include <mutex>
#include <set>
#include <spawn.h>
#include <sys/resource.h>
#include <sys/wait.h>
#include <unistd.h>

namespace {

using namespace layakari;
namespace fs = std::filesystem;

constexpr double longestS = 20;
constexpr long mostKilobytes = 400 << 10;

// One kind of file: a whole one, and how the command line is given a mangled one.
struct Kind {
    std::string name;
    fs::path whole;
    std::function<std::vector<std::string>(const fs::path& mangled)> command;
    std::set<int> statuses; ///< that can be right
};

struct Outcome {
    int status = 0;
    int signal = 0;
    double seconds = 0;
    long kilobytes = 0;
    std::string complaint;
    bool isRight(const Kind& kind) const
    {
        const bool says = status == 0 || std::count(complaint.begin(), complaint.end(), '\n') == 1;
        return signal == 0 && seconds < longestS && kilobytes < mostKilobytes && says &&
               kind.statuses.count(status) > 0;
    }
};

fs::path commandLine() { return fs::read_symlink("/proc/self/exe").parent_path() / "layakari-cli"; }

Outcome start(const std::vector<std::string>& arguments, const fs::path& errors)
{
    std::vector<std::string> words{commandLine().string()};
    words.insert(words.end(), arguments.begin(), arguments.end());
    std::vector<char*> pointers;
    for (std::string& word : words) pointers.push_back(word.data());
    pointers.push_back(nullptr);
    posix_spawn_file_actions_t files;
    posix_spawn_file_actions_init(&files);
    posix_spawn_file_actions_addopen(&files, STDOUT_FILENO, "/dev/null", O_WRONLY, 0);
    posix_spawn_file_actions_addopen(&files, STDERR_FILENO, errors.c_str(),
                                     O_WRONLY | O_CREAT | O_TRUNC, 0600);
    pid_t process = 0;
    if (posix_spawn(&process, words.front().c_str(), &files, nullptr, pointers.data(), environ) !=
        0)
        bench::giveUp("layakari-cli cannot be started");
    posix_spawn_file_actions_destroy(&files);
    const auto begun = std::chrono::steady_clock::now();
    const auto sinceS = [&] {
        return std::chrono::duration<double>(std::chrono::steady_clock::now() - begun).count();
    };
    int status = 0;
    rusage used{};
    while (::wait4(process, &status, WNOHANG, &used) == 0) {
        if (sinceS() > longestS) ::kill(process, SIGKILL);
        ::usleep(2000);
    }
    Outcome outcome;
    outcome.seconds = sinceS();
    outcome.kilobytes = used.ru_maxrss;
    if (WIFSIGNALED(status)) outcome.signal = WTERMSIG(status);
    if (WIFEXITED(status)) outcome.status = WEXITSTATUS(status);
    outcome.complaint =
        readTextFile(errors, ErrorCode::CannotRead, 1 << 20).value_or(std::string());
    return outcome;
}

fs::path practice(const fs::path& folder)
{
    Temperament who = *temperamentByName("steady");
    who.settleBreaths = who.afterBreaths = 1;
    who.ownCountS = 0.7;
    who.sampleRateHz = 16000;
    Plan plan = findPreset("square-4")->plan;
    forEachCycles(plan.parts, [](Cycles& cycles) { cycles.repeat = 2; });
    const fs::path sound = folder / "practice.flac";
    if (!writeSimulation(plan, who, 4, sound, {})) bench::giveUp("nothing can be simulated");
    return sound;
}

std::vector<Kind> soundKinds(const fs::path& folder, const fs::path& sound)
{
    const std::pair<std::string, std::string> encodings[]{
        {"flac", "-c:a flac"},
        {"u8.wav", "-c:a pcm_u8"},
        {"s16.wav", "-c:a pcm_s16le -ac 2"},
        {"s24.wav", "-c:a pcm_s24le"},
        {"f32.wav", "-c:a pcm_f32le"},
        {"f32 stereo.wav", "-c:a pcm_f32le -ac 2"},
        {"f64.wav", "-c:a pcm_f64le"},
        {"f32.aiff", "-c:a pcm_f32be -f aiff"},
        {"alaw.wav", "-c:a pcm_alaw -ar 8000"},
        {"adpcm.wav", "-c:a adpcm_ms"},
        {"mp3", "-c:a libmp3lame"},
        {"ogg", "-c:a libvorbis -ac 2"},
        {"opus", "-c:a libopus -ar 48000"},
        {"m4a", "-c:a aac"},
        {"alac.m4a", "-c:a alac"},
        {"aac", "-c:a aac -ac 2"},
        {"mp4", "-c:a aac"},
        {"3gp", "-c:a aac -ar 16000"},
        {"wma", "-c:a wmav2"},
        {"wv", "-c:a wavpack"},
        {"webm", "-c:a libopus -ar 48000"},
        {"mka", "-c:a pcm_f32le"},
        {"w64", "-c:a pcm_f64le"},
        {"caf", "-c:a pcm_f32be"}};
    std::vector<Kind> kinds;
    for (const auto& [ending, options] : encodings) {
        const fs::path file = folder / ("whole." + ending);
        bench::run("ffmpeg -loglevel error -y -i '" + sound.string() + "' " + options + " '" +
                   file.string() + "'");
        kinds.push_back(
            {ending,
             file,
             [](const fs::path& mangled) {
                 return std::vector<std::string>{"analyse", mangled.string(), "--plan", "square-4"};
             },
             {0, 3, 5}});
    }
    return kinds;
}

std::vector<Kind> textKinds(const fs::path& folder, const fs::path& sound)
{
    const fs::path plan = folder / "whole.plan.json";
    if (!writeFile(plan, findPreset("composite-round")->json)) bench::giveUp("no plan");
    std::vector<Kind> kinds{
        {"plan",
         plan,
         [sound](const fs::path& mangled) {
             return std::vector<std::string>{"analyse", sound.string(), "--plan", mangled.string()};
         },
         {0, 4, 5}}};
    // A journal that somebody sends: its database, and its manifest.
    const fs::path theirs = folder / "theirs";
    const fs::path ours = folder / "ours";
    bench::run("'" + commandLine().string() + "' journal fill-demo --weeks 2 --data '" +
               theirs.string() + "' 2>/dev/null");
    bench::run("'" + commandLine().string() + "' journal export --data '" + theirs.string() +
               "' --out '" + (folder / "out").string() + "' >/dev/null");
    for (const char* part : {"journal.db", "manifest.json"})
        kinds.push_back(
            {part,
             folder / "out" / part,
             [folder, part](const fs::path& mangled) {
                 const fs::path from = mangled.string() + ".out";
                 fs::create_directories(from);
                 for (const char* other : {"journal.db", "manifest.json"})
                     fs::copy_file(other == std::string(part) ? mangled : folder / "out" / other,
                                   from / other, fs::copy_options::overwrite_existing);
                 return std::vector<std::string>{"journal", "import", "--data",
                                                 mangled.string() + ".ours", from.string()};
             },
             {0, 7}});
    // And as one's own journal, damaged.
    kinds.push_back(
        {"own journal",
         folder / "out" / "journal.db",
         [](const fs::path& mangled) {
             const fs::path data = mangled.string() + ".data";
             fs::create_directories(data);
             fs::copy_file(mangled, data / "journal.db", fs::copy_options::overwrite_existing);
             return std::vector<std::string>{"journal",     "export", "--data",
                                             data.string(), "--out",  mangled.string() + ".taken"};
         },
         {0, 7}});
    return kinds;
}

struct Table {
    std::map<int, int> statuses;
    int broken = 0;
    double slowestS = 0;
    long mostKilobytes = 0;
};

void print(const std::map<std::string, Table>& tables)
{
    std::printf("%-16s %6s %6s %6s %6s %6s %8s %10s %8s\n", "kind", "0", "3", "4", "5", "7",
                "broken", "slowest s", "most MB");
    int files = 0;
    int broken = 0;
    for (const auto& [name, table] : tables) {
        std::printf("%-16s", name.c_str());
        for (const int status : {0, 3, 4, 5, 7}) {
            const auto at = table.statuses.find(status);
            std::printf(" %6d", at == table.statuses.end() ? 0 : at->second);
        }
        std::printf(" %8d %10.2f %8ld\n", table.broken, table.slowestS, table.mostKilobytes >> 10);
        for (const auto& [status, count] : table.statuses) files += count;
        broken += table.broken;
    }
    std::printf("%d files, %d of them break a rule\n", files, broken);
}

} // namespace

int main(int argc, char** argv)
{
    CLI::App app{"Gives mangled files to the command line"};
    std::size_t each = 12;
    unsigned seed = 1;
    std::string keep;
    app.add_option("--each", each, "Files of each kind and mangler")->capture_default_str();
    app.add_option("--seed", seed, "Another seed mangles otherwise")->capture_default_str();
    app.add_option("--keep", keep, "Where files that break a rule are kept");
    CLI11_PARSE(app, argc, argv);

    const bench::Scratch scratch;
    const fs::path sound = practice(scratch.folder());
    std::vector<Kind> kinds = soundKinds(scratch.folder(), sound);
    for (Kind& kind : textKinds(scratch.folder(), sound)) kinds.push_back(std::move(kind));
    const auto& ways = bench::manglers();
    std::map<std::string, Table> tables;
    std::mutex mutex;
    bench::onAllCores(kinds.size() * ways.size() * each, [&](std::size_t i) {
        const Kind& kind = kinds[i / each / ways.size()];
        const auto& way = ways[i / each % ways.size()];
        std::mt19937 random(seed * 7919 + static_cast<unsigned>(i));
        const std::string whole = *readTextFile(kind.whole, ErrorCode::CannotRead, 256 << 20);
        const fs::path mangled =
            scratch.folder() / (std::to_string(i) + kind.whole.extension().string());
        if (!writeFile(mangled, way.mangle(whole, random))) bench::giveUp("the disk is full");
        const fs::path errors = scratch.folder() / (std::to_string(i) + ".err");
        const Outcome outcome = start(kind.command(mangled), errors);
        const std::lock_guard lock(mutex);
        Table& table = tables[kind.name];
        ++table.statuses[outcome.status];
        table.slowestS = std::max(table.slowestS, outcome.seconds);
        table.mostKilobytes = std::max(table.mostKilobytes, outcome.kilobytes);
        if (!outcome.isRight(kind)) {
            ++table.broken;
            std::printf("%s, %s, number %zu: status %d, signal %d, %.1f s, %ld MB: %s\n",
                        kind.name.c_str(), way.name, i, outcome.status, outcome.signal,
                        outcome.seconds, outcome.kilobytes >> 10, outcome.complaint.c_str());
            if (!keep.empty()) fs::copy_file(mangled, fs::path(keep) / mangled.filename());
        }
        std::error_code ignored;
        for (const char* more : {"", ".out", ".ours", ".data", ".taken"})
            fs::remove_all(mangled.string() + more, ignored);
        fs::remove(errors, ignored);
    });
    print(tables);
    return std::any_of(tables.begin(), tables.end(),
                       [](const auto& t) { return t.second.broken > 0; });
}
