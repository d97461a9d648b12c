// SPDX-License-Identifier: GPL-3.0-or-later
//
// What is exported of sittings: tables, whose columns are an entry each in tables.cpp, and phases
// as captions (WebVTT, W3C 2019). Units are in the names of the columns; what a sitting does not
// have is an empty cell. Each row begins with `sitting`, so that tables can be joined.
#pragma once

#include "core/journal/records.hpp"
#include "core/reading/reading.hpp"
#include "core/report/table.hpp"

#include <string>

namespace layakari {

/// A sitting with the names that belong to it.
struct NamedSitting {
    Sitting sitting;
    std::string person;
    std::string plan;
};
/// A phase of the cycle with this index.
struct PhaseOfSitting {
    Id sitting;
    std::size_t index;
    const ReadCycle& cycle;
    const ReadCycle::Kept& kept;
};
struct StrokeOfSitting {
    Id sitting;
    std::size_t runIndex;
    std::size_t index;
    const ReadStrokeRun& run;
};
struct HumOfSitting {
    Id sitting;
    std::size_t index;
    const ReadHum& hum;
};

const TableOf<NamedSitting>& sittingsTable();
const TableOf<PhaseOfSitting>& phasesTable();
const TableOf<StrokeOfSitting>& strokesTable();
const TableOf<HumOfSitting>& humsTable();

/// All of these tables at once.
class SittingTables {
public:
    /// Begins them in `writer`, which must outlive this.
    explicit SittingTables(TableWriter& writer);
    void add(const NamedSitting& sitting);
    /// Phases, strokes and hums of its reading.
    void add(Id sitting, const Reading& reading);

private:
    TableWriter& m_writer;
    std::size_t m_sittings;
    std::size_t m_phases;
    std::size_t m_strokes;
    std::size_t m_hums;
};

/// The phases as captions that a player shows over the recording.
std::string captionsVtt(const Reading& reading);

} // namespace layakari
