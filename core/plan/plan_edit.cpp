// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/plan/plan_edit.hpp"

#include "core/base/checked_json.hpp"
#include "core/language/message.hpp"
#include "core/plan/shorthand.hpp"

#include <algorithm>

namespace layakari {

namespace {

// The list that holds the part at `path`; null when the path leads nowhere.
auto* listAt(auto& plan, const PartPath& path)
{
    auto* list = &plan.parts;
    for (std::size_t depth = 0; depth + 1 < path.size(); ++depth) {
        if (path[depth] >= list->size()) return static_cast<decltype(list)>(nullptr);
        auto* group = std::get_if<Group>(&(*list)[path[depth]].content);
        if (!group) return static_cast<decltype(list)>(nullptr);
        list = &group->parts;
    }
    return list;
}

auto* find(auto& plan, const PartPath& path)
{
    auto* list = path.empty() ? nullptr : listAt(plan, path);
    return list && path.back() < list->size() ? &(*list)[path.back()] : nullptr;
}

auto at(std::vector<Part>& list, std::size_t i)
{
    return list.begin() + static_cast<std::ptrdiff_t>(i);
}

} // namespace

Part* partAt(Plan& plan, const PartPath& path) { return find(plan, path); }
const Part* partAt(const Plan& plan, const PartPath& path) { return find(plan, path); }

PartPath insertAfter(Plan& plan, const PartPath& path, Part part)
{
    if (!partAt(plan, path)) {
        plan.parts.push_back(std::move(part));
        return {plan.parts.size() - 1};
    }
    auto* list = listAt(plan, path);
    PartPath placed = path;
    ++placed.back();
    list->insert(at(*list, placed.back()), std::move(part));
    return placed;
}

PartPath removePart(Plan& plan, const PartPath& path)
{
    if (!partAt(plan, path)) return path;
    auto* list = listAt(plan, path);
    if (list->size() == 1) {
        if (path.size() == 1) return path; // a plan has at least one part
        return removePart(plan, PartPath(path.begin(), path.end() - 1));
    }
    list->erase(at(*list, path.back()));
    PartPath nearest = path;
    nearest.back() = std::min(path.back(), list->size() - 1);
    return nearest;
}

PartPath movePart(Plan& plan, const PartPath& path, int by)
{
    if (!partAt(plan, path)) return path;
    auto* list = listAt(plan, path);
    const auto target = static_cast<std::ptrdiff_t>(path.back()) + by;
    if (target < 0 || target >= static_cast<std::ptrdiff_t>(list->size())) return path;
    std::swap((*list)[path.back()], (*list)[static_cast<std::size_t>(target)]);
    PartPath moved = path;
    moved.back() = static_cast<std::size_t>(target);
    return moved;
}

PartPath wrapInRound(Plan& plan, const PartPath& path, int repeat)
{
    Part* part = partAt(plan, path);
    if (!part) return path;
    Group round{repeat, {}, "Round"};
    round.parts.push_back(std::move(*part));
    part->content = std::move(round);
    PartPath inside = path;
    inside.push_back(0);
    return inside;
}

PartPath unwrapRound(Plan& plan, const PartPath& path)
{
    Part* part = partAt(plan, path);
    auto* group = part ? std::get_if<Group>(&part->content) : nullptr;
    if (!group) return path;
    std::vector<Part> inner = std::move(group->parts);
    auto* list = listAt(plan, path);
    list->erase(at(*list, path.back()));
    list->insert(at(*list, path.back()), std::make_move_iterator(inner.begin()),
                 std::make_move_iterator(inner.end()));
    return path;
}

std::string partInWords(const Part& part)
{
    if (const auto* cycles = std::get_if<Cycles>(&part.content))
        return say("part.cycles",
                   {{"times", cycles->repeat}, {"counts", countsInShort(cycles->phases)}});
    if (const auto* strokes = std::get_if<Strokes>(&part.content)) return shorthandOf(*strokes);
    if (const auto* group = std::get_if<Group>(&part.content))
        return say("part.group",
                   {{"name", nameInWords(group->name.empty() ? "Round" : group->name)},
                    {"times", group->repeat}});
    const auto& rest = std::get<Rest>(part.content);
    if (rest.breaths) return say("part.rest.breaths", {{"breaths", *rest.breaths}});
    if (rest.seconds) return say("part.rest.seconds", {{"seconds", *rest.seconds}});
    return say("part.rest");
}

} // namespace layakari
