#pragma once
#include "catalogue/sections.h"
#include "joint/detail.h"
#include "joint/joint.h"
#include "joint/preferences.h"
#include "joint/prices.h"
#include "joint/report_choices.h"
#include "joint/settings.h"

/// The job as plain values: exactly what the file holds. Lengths mm, forces N, moments Nmm, angles rad.
namespace zg {

/// A key of the file that this version does not know, kept so that saving does not lose it.
struct UnknownKey {
    std::vector<std::string> path;
    std::string json;
};

/// What a table of actions calls a joint of the job.
struct PlaceName {
    static constexpr bool hasFields = true;
    std::string name, joint;
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"name", Quantity::None, 0, 0, "as tables of actions write it"}, s.name);
        v(Field{"joint", Quantity::None, 0, 0, "mark of the joint it is"}, s.joint);
    }
};

struct Job {
    static constexpr bool hasFields = true;
    std::string title;
    std::string engineer;
    Settings settings;
    std::vector<CustomSection> sections;
    SharedList<Joint> joints;     ///< copies of a job share the joints in which they are the same
    std::optional<Prices> prices; ///< our placeholders when absent
    std::optional<Preferences> preferences;
    std::optional<CombinationRules> combinations;
    std::optional<ReportChoices> report;
    std::vector<Detail> details;
    std::vector<PlaceName> names;
    std::vector<UnknownKey> unknown; ///< no field: carried, not compared
    template <class Self, class V> static void fields(Self& s, V& v) {
        v(Field{"title", Quantity::None, 0, 0, "name of the job"}, s.title);
        v(Field{"engineer", Quantity::None, 0, 0, "who answers for it"}, s.engineer);
        v(Field{"settings", Quantity::None, 0, 0, "partial factors and choices"}, s.settings);
        v(Field{"sections", Quantity::None, 0, 0, "user-made sections"}, s.sections);
        v(Field{"prices", Quantity::None, 0, 0, "what material and work cost; placeholders of the program when absent"},
          s.prices);
        v(Field{"preferences", Quantity::None, 0, 0, "what a search for a layout keeps to"}, s.preferences);
        v(Field{"combinations", Quantity::None, 0, 0, "rules by which sets are made of cases"}, s.combinations);
        v(Field{"report", Quantity::None, 0, 0, "what the report holds and what stands on its cover"}, s.report);
        v(Field{"details", Quantity::None, 0, 0, "connections and fittings kept to be used at other joints"}, s.details);
        v(Field{"names", Quantity::None, 0, 0, "what tables of actions call the joints"}, s.names);
        v(Field{"joints", Quantity::None, 0, 0, "the register"}, s.joints);
    }
};

/// Puts these in the place of the joints that have their ids; what tables call a joint follows its mark.
void putJoints(Job& job, const std::vector<Joint>& joints);
/// Moves a joint up (negative) or down the register, as far as it goes.
void moveJoint(Job& job, const std::string& id, int by);
[[nodiscard]] const Joint* findJoint(const Job& job, const std::string& markOrId);
/// Hash of everything a result of the component method depends on. Titles, notes, display units and the choices of the plate
/// method are not part of it.
[[nodiscard]] std::uint64_t resultKey(const Job& job, const Joint& joint);
/// A mark and an id that no joint of the job has yet ("B4", "E2").
[[nodiscard]] std::string freeMark(const Job& job, const std::string& prefix);
[[nodiscard]] std::string freeId(const Job& job);

} // namespace zg
