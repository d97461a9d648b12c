// SPDX-License-Identifier: GPL-3.0-or-later
#include "decode/sandbox.hpp"

#include "core/audio/sound_limits.hpp"

#include <cerrno>
#include <csignal>
#include <seccomp.h>
#include <sys/prctl.h>
#include <sys/resource.h>
#include <unistd.h>

namespace layakari {

namespace {

// What a decoder has no business with. They fail as if it were not allowed to, so that a library
// that only wanted to look goes on.
constexpr int forbidden[]{SCMP_SYS(open),           SCMP_SYS(openat),
                          SCMP_SYS(openat2),        SCMP_SYS(creat),
                          SCMP_SYS(socket),         SCMP_SYS(socketpair),
                          SCMP_SYS(connect),        SCMP_SYS(bind),
                          SCMP_SYS(listen),         SCMP_SYS(accept),
                          SCMP_SYS(accept4),        SCMP_SYS(sendto),
                          SCMP_SYS(sendmsg),        SCMP_SYS(execve),
                          SCMP_SYS(execveat),       SCMP_SYS(fork),
                          SCMP_SYS(vfork),          SCMP_SYS(ptrace),
                          SCMP_SYS(kill),           SCMP_SYS(tkill),
                          SCMP_SYS(unlink),         SCMP_SYS(unlinkat),
                          SCMP_SYS(rename),         SCMP_SYS(renameat),
                          SCMP_SYS(renameat2),      SCMP_SYS(link),
                          SCMP_SYS(linkat),         SCMP_SYS(symlink),
                          SCMP_SYS(symlinkat),      SCMP_SYS(mkdir),
                          SCMP_SYS(mkdirat),        SCMP_SYS(rmdir),
                          SCMP_SYS(mknod),          SCMP_SYS(mknodat),
                          SCMP_SYS(chmod),          SCMP_SYS(fchmod),
                          SCMP_SYS(fchmodat),       SCMP_SYS(chown),
                          SCMP_SYS(fchown),         SCMP_SYS(fchownat),
                          SCMP_SYS(truncate),       SCMP_SYS(mount),
                          SCMP_SYS(io_uring_setup), SCMP_SYS(process_vm_writev)};

void forbid()
{
    const scmp_filter_ctx filter = seccomp_init(SCMP_ACT_ALLOW);
    if (!filter) return;
    for (const int call : forbidden) seccomp_rule_add(filter, SCMP_ACT_ERRNO(EPERM), call, 0);
    seccomp_load(filter);
    seccomp_release(filter);
}

void limit(__rlimit_resource resource, rlim_t most)
{
    const rlimit limits{most, most};
    ::setrlimit(resource, &limits);
}

} // namespace

bool enterSandbox(int parent)
{
    ::prctl(PR_SET_PDEATHSIG, SIGKILL);
    if (::getppid() != parent) return false; // it ended before this was said
    ::prctl(PR_SET_NO_NEW_PRIVS, 1, 0, 0, 0);
    ::prctl(PR_SET_DUMPABLE, 0);
    limit(RLIMIT_DATA, static_cast<rlim_t>(soundLimits::decoderMegabytes) << 20);
    limit(RLIMIT_CORE, 0);
    limit(RLIMIT_FSIZE, 0);
    forbid();
    return true;
}

} // namespace layakari
