#pragma once

#include <functional>
#include <memory>
#include <optional>
#include <stop_token>
#include <string>
#include <vector>

#include "core/armor/assembly.h"
#include "core/clearance/angles.h"
#include "core/job/appraise/duty_list.h"
#include "core/job/job.h"
#include "core/measure/phrase.h"
#include "core/proof/proof.h"
#include "core/rig/stand.h"
#include "core/workshop/bend/bender.h"
#include "core/workshop/fitup/as_built.h"
#include "core/workshop/fitup/fit_up.h"
#include "core/workshop/hours.h"
#include "core/workshop/weld/cavities.h"
#include "core/workshop/weld/jig_plan.h"
#include "core/workshop/weld/shrinkage.h"
#include "core/workshop/weld/weld_heat.h"
#include "core/workshop/weld/weld_list.h"
#include "core/workshop/weld/weld_reach.h"
#include "core/workshop/workshop.h"

namespace hefty::job {

using shape::Vec3;

/// Stop: nothing can be appraised until it is settled. Fix: a limit is broken. Note: worth knowing,
/// or something that was not proved.
enum class Severity { Stop, Fix, Note };

/// A proposed edit whose effect has been computed by appraising it.
struct Remedy {
    measure::Phrase label;  ///< "leg 5 to 8 mm"
    Edit edit;
    double before = 0, after = 0;         ///< the finding's number
    double massChange = 0;                ///< kg
    double costChange = 0;                ///< the shop's money
    int fixesBefore = 0, fixesAfter = 0;  ///< findings of severity Fix in the whole job
    bool cures = false;                   ///< the finding is gone with it
};

struct Finding {
    std::string id;  ///< stable: "gauge/approach", "check/weld/beam~tab.left"; of one of several pieces
                     ///< "check/weld/beam~tab.left@rear-beam"
    Severity severity = Severity::Note;
    std::string stop;  ///< of the route card: "measure", "layout", "prove", "cut"
    std::string piece;
    std::string subject;  ///< part or point
    measure::Phrase sentence;
    double value = 0, limit = 0;
    measure::Quantity quantity = measure::Quantity::Ratio;
    Vec3 at = Vec3::Zero();
    std::optional<working::Working> working;
    std::vector<Remedy> remedies;
};

/// A number of the gauge bar.
struct Gauge {
    std::string id, name;
    std::optional<double> value;  ///< none: not known yet
    measure::Quantity quantity = measure::Quantity::Ratio;
    double limit = 0;  ///< infinite: there is none
    bool limitIsLeast = true;
    std::string governs;
    std::string finding;  ///< id of the finding about it, if any
    working::Working working;
    std::string aside = {};   ///< shown where there is no limit: "1881 cr"
    bool needsProof = false;  ///< its value comes with the proofs
    [[nodiscard]] bool broken() const {
        return value && (limitIsLeast ? *value < limit - 1e-12 : *value > limit + 1e-12);
    }
};

/// A bent bar in the shop's bender.
struct BentBar {
    std::string part;
    std::string twin = {};  ///< bent of the same tube, after `part` or before it; empty: none
    double saved = 0;       ///< of tube by that, mm
    std::optional<workshop::BendPlan> plan;  ///< none: it cannot be bent, or no die is noted
    std::string why;                         ///< set if there is none
};

/// What an order of welding costs.
struct WeldOrderCost {
    double outOfReach = 0;  ///< of seams, mm
    double waiting = 0;     ///< for seams to cool, min
    int turns = 0;          ///< of the piece to another side
    double off = 0;         ///< how far the bar is bowed that a part is fitted to, at most, mm
};

/// What one piece comes to. Assembly and proof are shared with later appraisals of jobs in which nothing that
/// they depend on has changed.
struct PieceAppraisal {
    std::string id;
    std::shared_ptr<const armor::Assembly> assembly;  ///< null: it cannot be built
    /// In the shape that it was built in, as far as that is measured; null: as it is drawn.
    std::shared_ptr<const armor::Assembly> fitted;
    /// What gaps, sweeps and angles are told of. @pre it can be built
    [[nodiscard]] const armor::Assembly &shape() const { return fitted ? *fitted : *assembly; }
    /// What the proof is of: the piece with all that it stands on; else the assembly itself.
    std::shared_ptr<const armor::Assembly> proved;
    std::shared_ptr<const proof::Proof> proof;  ///< null: it cannot be proved, or was not
    std::optional<workshop::Fabrication> fabrication;
    std::vector<DutyPlace> duties;                 ///< what acts on it, and where
    std::vector<workshop::SeamWork> seams;         ///< in the order of work
    std::vector<workshop::Distortion> distortion;  ///< how it will have moved when its welds are cold
    std::shared_ptr<const std::vector<workshop::LineReach>> reach;  ///< of the torch; null: not looked at yet
    bool weldingPlanned = false;               ///< the order heeds what keeps a torch out (addWelding)
    std::vector<workshop::SeamHeat> heat;      ///< of each of the seams, in their order
    std::vector<workshop::Cavity> cavities;    ///< with the order of welding
    std::optional<workshop::JigPlan> jig;      ///< what it is built on; none: it holds to nothing
    bool orderedByHand = false;                ///< the order is a person's (Job::weldOrders)
    WeldOrderCost weldCost, plannedCost;       ///< of the order, and of the one that was planned
    std::optional<workshop::WorkHours> hours;  ///< what it takes to build
    std::vector<BentBar> bent;                 ///< how each bent bar goes through the shop's bender
    std::optional<workshop::AsBuilt> asBuilt;  ///< where its holes came to lie; none: not enough is measured
    std::vector<workshop::FitItem> fit;        ///< what to measure and to look at when it is fitted
};

/// The clearance on one tire in one state of load.
struct ClearanceVariant {
    std::string tire;  ///< id of the option; empty: the one it was measured on
    std::string load;  ///< "unladen", "laden", "on the stops"
    std::optional<clearance::Clearance> clearance;
    std::string why;  ///< set if there is none
};

/// What one step of a setting does to an angle.
struct AngleGain {
    std::string gauge;  ///< "approach", "wheelPath", "departure", "breakover"
    measure::Phrase label;
    double change = 0;  ///< rad
    std::string then;   ///< what limits the angle afterward
    Edit edit;
};
/// The step that gains are told for [mm].
inline constexpr double angleStep = 25;

/// A template as an outline.
struct TemplateAppraisal {
    std::string id;
    outline::Outline outline;  ///< empty if there is a problem
    std::string problem;
    double area = 0;  ///< mm2
};

/// Everything that follows from a job. Immutable; never saved as truth.
struct Appraisal {
    std::optional<rig::RigGeometry> rig;
    std::optional<rig::SurveyResult> survey;  ///< none: nothing surveyed, or a finding says why it failed
    std::vector<rig::TireFacts> tires;        ///< of the list, those whose code can be read
    std::optional<rig::Stood> stood;          ///< how the vehicle stands; as measured if the sag is left out
    std::optional<rig::Stance>
        stance;                    ///< of masses aboard and armor; none: not asked for, or a finding says why
    std::optional<double> length;  ///< over all, mm; none: nothing measured behind the rear axle
    std::optional<clearance::Clearance> clearance;
    std::vector<ClearanceVariant> variants;  ///< filled in with the remedies
    std::vector<AngleGain> gains;            ///< likewise, largest first
    std::vector<PieceAppraisal> pieces;
    std::vector<TemplateAppraisal> templates;
    std::vector<workshop::Need> needs;  ///< what has to be bought or given out
    std::vector<Finding> findings;      ///< worst first
    std::vector<Gauge> gauges;
    proof::Detail detail = proof::Detail::Strips;  ///< how closely the plates were looked at
    std::shared_ptr<const Job> of;                 ///< the job that it is of
    bool underAll = true;                          ///< proved under all duties
    bool fitDone = false;                          ///< what moves has been walked past the armor
    bool remediesDone = false;

    [[nodiscard]] const PieceAppraisal *piece(std::string_view id) const;
    /// By its whole id, or without the piece at its end the first of that name.
    [[nodiscard]] const Finding *finding(std::string_view id) const;
    [[nodiscard]] const Gauge *gauge(std::string_view id) const;
    /// Findings at a stop that want a decision (Stop and Fix).
    [[nodiscard]] int toSettle(std::string_view stop) const;
};

/// Is told the gauges while the proofs go on, those that need them without a value: once, on any thread.
using GaugesAhead = std::function<void(const std::vector<Gauge> &)>;

/// The whole appraisal of a job but for remedies: a pure function. What cannot be computed becomes a
/// finding, never an exception. Asked to stop, it leaves out what it had not come to: such an answer is
/// to be thrown away.
/// @param before  an appraisal with the same stock: what it has of pieces that are the same, on the same
/// vehicle, under the same weights and rules, is taken over
[[nodiscard]] Appraisal appraise(const Job &job, const stock::Stock &stock, std::stop_token stop = {},
                                 proof::Detail detail = proof::Detail::Strips,
                                 const Appraisal *before = nullptr, GaugesAhead ahead = {});

/// The least detail in which the check of a finding is made where plates are shells: strikes, buckling and
/// natural frequencies are followed only with the closest one.
[[nodiscard]] inline proof::Detail closeLook(std::string_view finding) {
    for (const std::string_view only :
         {"check/impact/", "check/stability/", "check/column/", "check/frequency/"})
        if (finding.starts_with(only)) return proof::Detail::Halved;
    return proof::Detail::Shells;
}

/// Stop, fix, note; in each as they were.
void worstFirst(std::vector<Finding> &findings);

/// Adds the findings about what moves: hood, gate, lamps, wheels at lock, sockets on the bolts.
void addFit(Appraisal &appraisal, const Job &job, const std::stop_token &stop = {});

/// The order in which every piece is welded, by what keeps a torch out or as a person wants it, how warm it
/// gets, and how it will have moved. A piece
/// that is that of `before` keeps its plan.
void addWelding(Appraisal &appraisal, const Job &job, const Appraisal *before = nullptr,
                const std::stop_token &stop = {});

/// Plans the welding of the pieces whose reach `before` knows: a few milliseconds, so that an order that a
/// person changes is answered at once.
void replanWelding(Appraisal &appraisal, const Job &job, const Appraisal *before);

/// All that is worked out while the hand rests: fit, standings, remedies, the order of welding.
void settle(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop = {});

/// A closer look at a job. What does not hang on the mesh is taken over from an answer to the same job that
/// was looked at less closely and is settled: variants, gains, the plan of welding. Its remedies stand until
/// those of the closer look are found (addCloseRemedies).
/// @param before  the last answer of this detail, see appraise
[[nodiscard]] Appraisal lookCloser(const Job &job, const stock::Stock &stock, proof::Detail detail,
                                   const Appraisal &settled, const std::stop_token &stop = {},
                                   const Appraisal *before = nullptr);

/// Remedies as shells tell them, in place of those that were taken over.
void addCloseRemedies(Appraisal &shells, const Job &job, const stock::Stock &stock,
                      std::stop_token stop = {});
/// The same with shells of half the size: remedies of the same findings are those of `shells`.
void addCloseRemedies(Appraisal &halved, const Appraisal &shells, const Job &job, const stock::Stock &stock,
                      std::stop_token stop = {});

/// Adds remedies to the findings that are to be fixed, each appraised on a copy of the job. Where plates are
/// shells, a value that looks like a cure with strips is appraised with shells before it is called one.
/// Stops early, with those found so far, when asked to.
void addRemedies(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop = {});

/// Adds the clearance of each tire and load, and what a step of each setting gains. Stops early.
void addStandings(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop = {});

/// The appraisal as one JSON document (docs/job-format.md): angles in degrees, the rest in core units.
[[nodiscard]] Json appraisalJson(const Job &job, const Appraisal &appraisal);

}  // namespace hefty::job
