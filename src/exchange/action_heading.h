#pragma once
#include "base/unit_words.h"
#include "joint/action_columns.h"
#include "joint/actions.h"
#include "joint/cases.h"
#include <optional>
#include <string>
#include <tl/expected.hpp>

namespace zg {

/// What a column of a table of actions holds.
struct ActionHeading {
    enum class What { Remark, Id, Title, Kind, Joint, Member, Station, Group, Place, Section, Steel, Number };
    What what = What::Number;
    ActionColumn number;          ///< of a section only the member counts: the column ("column"), the beam on the right or left
    std::optional<ReadUnit> unit; ///< of a number, where the heading names one
    [[nodiscard]] bool isSameColumn(const ActionHeading& other) const {
        return what == other.what && what != What::Remark &&
               ((what != What::Number && what != What::Section) || number == other.number);
    }
};

/// Reads a heading such as "M left (kNm)", "V_y,Ed [kN]" or "combination". The error is a sentence: which word or unit was not
/// understood and what would be.
[[nodiscard]] tl::expected<ActionHeading, std::string> readHeading(const std::string& cell);
/// The unit in a cell of its own, "[kNm]" or "kip-ft", for that column; a sentence when it is none or of another dimension.
[[nodiscard]] tl::expected<ReadUnit, std::string> readColumnUnit(const std::string& cell, ActionForce force);
/// Kind of a set by its word ("ULS", "STR", "seismic", "characteristic"); a sentence when the word is not known.
[[nodiscard]] tl::expected<SetKind, std::string> readSetKind(const std::string& word);

/// Nature of a case by its word ("permanent", "imposed B", "wind"); a sentence when the word is not known.
[[nodiscard]] tl::expected<CaseNature, std::string> readNature(const std::string& word);

} // namespace zg
