// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace layakari {

/// From now on this process may read and write what it has open, and compute: it cannot open or
/// change a file, make a socket, start a program or take more memory than
/// `soundLimits::decoderMegabytes`; and it ends with `parent`, the process that started it. Where
/// the kernel has no seccomp the rest still holds. False when the parent is gone already.
bool enterSandbox(int parent);

} // namespace layakari
