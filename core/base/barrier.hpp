// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/progress.hpp"
#include "core/base/result.hpp"
#include "core/language/message.hpp"

#include <exception>
#include <new>

namespace layakari {

/// Runs `work`, which returns a Result. What it throws, above all where memory runs out, becomes an
/// error of `code` about `file`. It stands where foreign bytes come in and at the top of threads:
/// between those, nothing catches.
template <class Work>
auto withoutThrowing(ErrorCode code, const std::string& file, Work&& work) -> decltype(work())
{
    try {
        return work();
    } catch (const StoppedByCaller&) {
        return fail({ErrorCode::Cancelled, file, "", "reading was stopped", ""});
    } catch (const std::bad_alloc&) {
        return fail({code, file, "", "there is not enough memory for it",
                     "close other programs, or try a shorter or smaller file"});
    } catch (const std::exception& e) {
        return fail({code, file, "", say("error.cannot-be-handled", {{"why", e.what()}}),
                     "please report this with the file"});
    }
}

} // namespace layakari
