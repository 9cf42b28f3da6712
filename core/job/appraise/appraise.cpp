#include <algorithm>
#include <iterator>

#include <fmt/format.h>

#include "core/armor/tweaks.h"
#include "core/base/parallel.h"
#include "core/job/appraisal.h"
#include "core/job/appraise/appraise_under.h"
#include "core/job/appraise/axles.h"
#include "core/job/appraise/clearing.h"
#include "core/job/appraise/gauges.h"
#include "core/job/appraise/make_finding.h"
#include "core/job/appraise/piece_findings.h"
#include "core/job/appraise/pieces_below.h"
#include "core/job/appraise/together.h"
#include "core/job/appraise/vehicle_findings.h"
#include "core/job/shop/bending.h"
#include "core/job/shop/cutting.h"
#include "core/job/shop/folding.h"
#include "core/job/shop/inspections.h"
#include "core/job/shop/proof_pull.h"
#include "core/proof/prove_under.h"

namespace hefty::job {
namespace {

/// Appraises a job step by step; each function adds to the result.
class Appraiser {
  public:
    /// @param duties  to prove the pieces under; empty: all
    Appraiser(const Job &job, const stock::Stock &stock, std::stop_token stop, proof::Detail detail,
              std::vector<std::string> duties = {}, const Appraisal *before = nullptr)
        : m_job(job), m_stock(stock), m_stop(std::move(stop)), m_duties(std::move(duties)), m_shop(job.shop) {
        m_out.detail = detail;
        m_out.of = std::make_shared<const Job>(job);
        m_out.underAll = m_duties.empty();
        if (before && before->of && before->of->vehicle == job.vehicle) m_before = before;
    }

    /// Leaves the proofs out.
    Appraiser &unproved() {
        m_proves = false;
        m_out.underAll = false;
        return *this;
    }

    /// Tells the gauges that need no proof before the proofs are done.
    Appraiser &telling(GaugesAhead ahead) {
        m_ahead = std::move(ahead);
        return *this;
    }

    Appraisal run() {
        measureRig();
        workOutSurvey();
        workOutTemplates();
        if (m_out.rig) {
            for (const armor::Piece *piece : fromBelow(m_job.pieces)) buildPiece(*piece);
            inOrderOf(m_job.pieces, m_out.pieces);
            loadAxles();
            m_out.needs = needs();
            std::vector<Finding> ofStance;
            parallel::together([this] { provePieces(); },
                               [this, &ofStance] {
                                   standUp(ofStance);
                                   findClearance(ofStance);
                                   gaugeAhead();
                               });
            m_piece.clear();
            take(togetherFindings(m_out));
            take(std::move(ofStance));
        } else {
            m_out.needs = needs();
            gaugeAhead();
        }
        for (const PieceAppraisal &piece : m_out.pieces) {
            m_piece = piece.id;
            if (piece.assembly) take(gapFindings(m_job, piece.shape()));
        }
        m_piece.clear();
        findInNeeds();
        for (Finding &f : inspectionFindings(m_job, m_out)) m_out.findings.push_back(std::move(f));
        setHardestWorked(m_job, m_out, m_out.gauges);
        for (Finding &f : gaugeFindings(m_job, m_out, m_out.gauges))  // there is one of the whole job
            m_out.findings.push_back(std::move(f));
        worstFirst(m_out.findings);
        return std::move(m_out);
    }

  private:
    Finding &add(std::string id, Severity severity, std::string stop, std::string subject,
                 measure::Phrase sentence) {
        m_out.findings.push_back(
            makeFinding(std::move(id), severity, std::move(stop), std::move(subject), std::move(sentence)));
        Finding &f = m_out.findings.back();
        f.piece = m_piece;
        nameApart(f);
        return f;
    }

    /// What is found about the piece that is looked at.
    void take(std::vector<Finding> findings) {
        for (Finding &f : findings) {
            f.piece = m_piece;
            nameApart(f);
            m_out.findings.push_back(std::move(f));
        }
    }

    /// Pieces may have parts of one name: of several each finding says whose it is.
    void nameApart(Finding &f) const {
        if (!f.piece.empty() && m_job.pieces.size() > 1) f.id += "@" + f.piece;
    }

    /// What an earlier appraisal has of a piece that is the same.
    [[nodiscard]] const PieceAppraisal *earlier(const std::string &id) const {
        if (!m_before) return nullptr;
        const auto of = [&id](const std::vector<armor::Piece> &pieces) {
            return std::find_if(pieces.begin(), pieces.end(),
                                [&id](const armor::Piece &p) { return p.id == id; });
        };
        const auto was = of(m_before->of->pieces), is = of(m_job.pieces);
        if (was == m_before->of->pieces.end() || !(*was == *is)) return nullptr;
        if (!is->on.empty()) {
            const PieceAppraisal *wasOn = m_before->piece(is->on), *isOn = m_out.piece(is->on);
            if (!wasOn || !isOn || wasOn->proved != isOn->proved) return nullptr;
        }
        return m_before->piece(id);
    }

    void problem(const std::string &id, const std::string &stop, const Problem &p) {
        take({problemFinding(id, stop, p)});
    }

    void measureRig() {
        auto rig = rig::geometry(m_job.vehicle);
        if (rig)
            m_out.rig = *rig;
        else
            problem("measure/" + rig.error().where, "measure", rig.error());
        take(assumedFindings(m_job.vehicle));
    }

    void workOutSurvey() {
        const rig::SurveyBook &book = m_job.vehicle.survey;
        if (book.empty()) return;
        auto survey = rig::workOut(book);
        if (!survey) {
            // Nothing else hangs on the survey: the job goes on without it.
            const Problem &p = survey.error();
            add("survey/" + p.where, Severity::Fix, "measure", p.where,
                p.message + (p.remedy.empty() ? "" : " " + p.remedy));
            return;
        }
        m_out.survey = std::move(*survey);
        take(surveyFindings(book, *m_out.survey));
    }

    void workOutTemplates() {
        for (const Template &t : m_job.templates) {
            TemplateAppraisal out;
            out.id = t.id;
            const auto outline =
                t.offsets.empty() ? Result<outline::Outline>(t.outline) : outline::fromOffsets(t.offsets);
            if (outline) {
                out.outline = *outline;
                out.area = outline::area(*outline);
            } else {
                const Problem &p = outline.error();
                out.problem = p.message + (p.remedy.empty() ? "" : " " + p.remedy);
                add("template/" + t.id, Severity::Fix, "measure", t.id, t.name + ": " + out.problem);
            }
            m_out.templates.push_back(std::move(out));
        }
    }

    /// What welding, bending and fitting a piece takes. What `same` says of it is taken over.
    void workOutWork(const armor::Piece &piece, const PieceAppraisal *same, PieceAppraisal &out) const {
        out.seams = workshop::seamWork(*out.assembly, m_stock);
        const armor::Pattern *pattern = armor::pattern(piece.pattern);
        out.fit = workshop::fitItems(piece.id, *out.assembly,
                                     pattern ? pattern->checklist : std::vector<std::string>{});
        const bool inPlace = m_job.weldedInPlace.contains(piece.id);
        if (same && same->hours && m_before->of->shop == m_job.shop &&
            m_before->of->weldedInPlace.contains(piece.id) == inPlace) {
            out.hours = same->hours;
            out.bent = same->bent;
        } else {
            out.hours = workshop::hoursOf(*out.assembly, out.seams, m_job.shop, inPlace);
            out.bent = bentBars(*out.assembly, m_job.shop);
        }
    }

    void buildPiece(const armor::Piece &piece) {
        m_piece = piece.id;
        PieceAppraisal out;
        out.id = piece.id;
        const PieceAppraisal *same = earlier(piece.id);
        if (same && same->assembly) {
            out.assembly = same->assembly;
            out.proved = same->proved == same->fitted ? same->assembly : same->proved;
        } else {
            auto assembly = job::buildPiece(m_job, piece, m_out, m_stock);
            if (!assembly) {
                problem("build/" + piece.id, "layout", assembly.error());
                m_out.pieces.push_back(std::move(out));
                return;
            }
            out.assembly = std::make_shared<const armor::Assembly>(std::move(*assembly));
            out.proved = withWhatIsBelow(m_job, piece, m_out, out.assembly);
        }
        Result<workshop::Fabrication> fabrication{workshop::Fabrication{}};
        parallel::together(
            [&] {
                fabrication = workshop::fabricate(*out.assembly, *m_out.rig, m_shop, m_stop,
                                                  cutAlready(m_job, piece.id));
            },
            [&] { workOutWork(piece, same, out); });
        take(bendFindings(out, m_job.shop));
        take(foldFindings(out, m_job.shop));
        lookAsBuilt(out);
        const stock::Material *rail = m_stock.material(m_job.vehicle.railMaterial);
        take(buildFindings(*out.assembly, rail ? rail->family : ""));
        if (fabrication) {
            takeOffRack(*fabrication);
            out.fabrication = std::move(*fabrication);
            take(cutFindings(*out.fabrication));
            take(asCutFindings(m_job, out));
        } else {
            problem("cut/" + piece.id, "cut", fabrication.error());
        }
        m_out.pieces.push_back(std::move(out));
    }

    /// The shape as built; that of the appraisal before, if the readings are the same.
    [[nodiscard]] std::shared_ptr<const armor::Assembly> asFittedOf(const PieceAppraisal &piece) const {
        const PieceAppraisal *same = earlier(piece.id);
        if (same && same->fitted && same->assembly == piece.assembly && same->asBuilt &&
            same->asBuilt->left.isApprox(piece.asBuilt->left) &&
            same->asBuilt->right.isApprox(piece.asBuilt->right))
            return same->fitted;
        return std::make_shared<const armor::Assembly>(workshop::asFitted(*piece.assembly, *piece.asBuilt));
    }

    /// What was read between the holes of the piece says whether it goes on.
    void lookAsBuilt(PieceAppraisal &out) {
        std::map<std::string, double> readings;
        for (const log::FitReading &r : m_job.log.fit)
            if (r.value) readings[r.item] = *r.value;
        if (readings.empty()) return;
        out.asBuilt = workshop::asBuilt(out.id, *out.assembly, readings);
        if (out.asBuilt) out.fitted = asFittedOf(out);
        // What stands on another piece is proved with that one as drawn.
        if (out.fitted && out.proved == out.assembly) out.proved = out.fitted;
        if (!out.asBuilt || out.asBuilt->goesOn) return;
        Finding f = makeFinding(
            "asBuilt/" + out.id, Severity::Fix, "fitup", out.id,
            measure::Phrase("As it was built the piece does not go on.").then(out.asBuilt->advice));
        f.value = out.asBuilt->gap;
        f.quantity = measure::Quantity::DrilledLength;
        f.working = out.asBuilt->working;
        take({std::move(f)});
    }

    /// Bars that one piece is cut from are not there for the next.
    void takeOffRack(const workshop::Fabrication &made) {
        for (const workshop::SectionNesting &n : made.nestings)
            for (const workshop::NestedBar &b : n.nesting.bars)
                if (b.bar.onHand) (void)workshop::takeOffRack(m_shop, b.bar);
    }

    void loadAxles() {
        m_piece.clear();
        Axles axles = job::loadAxles(m_job.vehicle, *m_out.rig, armorMasses(m_out));
        m_out.rig->worst = axles.worst;
        m_lifted = axles.lifted;
        take(std::move(axles.findings));
    }

    /// A frame that is free to move, by the part that nothing holds.
    static Problem inWords(Problem problem, const armor::Assembly &assembly) {
        if (problem.kind != ProblemKind::Mechanism) return problem;
        const std::vector<std::string> loose = armor::heldByNothing(assembly);
        if (loose.empty()) return problem;
        return {problem.kind,
                fmt::format("Nothing holds {}: the piece cannot be proved with it.",
                            assembly.labelOf(loose.front())),
                loose.front(), "Bring it to what it is to be welded to, or take it out."};
    }

    void provePieces() {
        if (!m_proves) return;
        for (PieceAppraisal &piece : m_out.pieces) provePiece(piece);
    }

    void provePiece(PieceAppraisal &out) {
        if (m_stop.stop_requested() || !out.assembly) return;
        m_piece = out.id;
        if (!provenBefore(out)) {
            auto proof = m_duties.empty() ? proof::prove(*out.proved, m_job.vehicle, *m_out.rig, m_stock,
                                                         m_job.rules, m_stop, m_out.detail)
                                          : proof::proveUnder(*out.proved, m_job.vehicle, *m_out.rig, m_stock,
                                                              m_job.rules, m_duties, m_stop, m_out.detail);
            if (!proof) return problem("prove/" + out.id, "prove", inWords(proof.error(), *out.proved));
            out.proof = std::make_shared<const proof::Proof>(std::move(*proof));
        }
        out.duties = dutyPlaces(*out.proof, m_job.rules);
        take(pullFindings(m_job, out));
        take(proofFindings(*out.proof, out.id));
    }
    /// Takes over the proof of the same piece under the same weights and rules, if there is one.
    bool provenBefore(PieceAppraisal &out) const {
        const PieceAppraisal *same = earlier(out.id);
        if (!same || !same->proof || same->proved != out.proved || m_before->detail != m_out.detail ||
            !m_before->underAll || !m_duties.empty() || !(m_before->of->rules == m_job.rules) ||
            !m_before->rig || !(m_before->rig->worst == m_out.rig->worst))
            return false;
        out.proof = same->proof;
        return true;
    }

    /// How the vehicle stands: on which tire, with what aboard and with its armor on. Runs beside the proofs,
    /// as findClearance() does.
    void standUp(std::vector<Finding> &findings) {
        const rig::Loadout &loadout = m_job.vehicle.loadout;
        m_out.stood = rig::asMeasured(*m_out.rig);
        for (const rig::TireOption &t : loadout.tires) {
            auto facts = rig::tireFacts(t, *m_out.rig);
            if (facts)
                m_out.tires.push_back(std::move(*facts));
            else
                findings.push_back(problemFinding("tire/" + t.id, "measure", facts.error()));
        }
        if (loadout.empty() || !m_lifted.empty()) return;
        auto stood =
            rig::stand(m_job.vehicle, *m_out.rig, {loadout.standsOn, true, false, armorMasses(m_out)});
        if (!stood) {
            const Problem &p = stood.error();
            findings.push_back(makeFinding("stance/" + p.where, Severity::Note, "measure", p.where,
                                           p.message + " Angles are those of the vehicle as measured." +
                                               (p.remedy.empty() ? "" : " " + p.remedy)));
            return;
        }
        m_out.stance = stood->stance;
        if (loadout.sagged) m_out.stood = std::move(*stood);
    }

    void findClearance(std::vector<Finding> &findings) {
        if (!m_lifted.empty()) return;
        std::vector<const armor::Assembly *> pieces;
        for (const PieceAppraisal &p : m_out.pieces) pieces.push_back(p.assembly ? &p.shape() : nullptr);
        const Clearing clearing = clearingOf(m_job, pieces, *m_out.stood);
        m_lowest = clearing.lowest;
        if (clearing.rearKnown) {
            m_out.length = clearing.front - clearing.rear;
            std::ranges::move(lengthFindings(m_job, clearing.front, clearing.rear),
                              std::back_inserter(findings));
        }
        auto angles = clearance::angles(clearing.model);
        if (angles)
            m_out.clearance = std::move(*angles);
        else
            findings.push_back(problemFinding("clearance", "measure", angles.error()));
    }

    void gaugeAhead() {
        m_out.gauges = gaugesAheadOfProof(m_job, m_out, m_lowest, m_lifted);
        if (m_ahead) m_ahead(m_out.gauges);
    }

    /// What is to be bought.
    [[nodiscard]] std::vector<workshop::Need> needs() const {
        std::vector<const armor::Assembly *> assemblies;
        std::vector<const workshop::Fabrication *> fabrications;
        std::vector<const workshop::WorkHours *> hours;
        for (const PieceAppraisal &p : m_out.pieces) {
            assemblies.push_back(p.assembly.get());
            fabrications.push_back(p.fabrication ? &*p.fabrication : nullptr);
            hours.push_back(p.hours ? &*p.hours : nullptr);
        }
        return workshop::needsOf(assemblies, fabrications, hours, m_job.shop, m_stock);
    }

    /// Whether what was chosen for what is to be bought holds.
    void findInNeeds() {
        for (const workshop::PurchaseProblem &p : workshop::problemsOf(m_job.purchasing, m_out.needs))
            add("buy/" + p.need, Severity::Fix, "cut", p.need, p.sentence + " " + p.remedy);
    }

    const Job &m_job;
    const stock::Stock &m_stock;
    std::stop_token m_stop;
    std::vector<std::string> m_duties;
    bool m_proves = true;
    const Appraisal *m_before = nullptr;  ///< of the same vehicle
    GaugesAhead m_ahead;
    workshop::Shop m_shop;  ///< as the pieces before have left its rack
    Appraisal m_out;
    std::string m_piece;
    std::optional<double> m_lowest;
    std::string m_lifted;  ///< set if an axle lifts
};

}  // namespace

Appraisal appraise(const Job &job, const stock::Stock &stock, std::stop_token stop, proof::Detail detail,
                   const Appraisal *before, GaugesAhead ahead) {
    Appraisal out =
        Appraiser(job, stock, std::move(stop), detail, {}, before).telling(std::move(ahead)).run();
    replanWelding(out, job, before);
    return out;
}

Appraisal appraiseUnder(const Job &job, const stock::Stock &stock, const std::vector<std::string> &duties,
                        std::stop_token stop, proof::Detail detail, const Appraisal *before) {
    return Appraiser(job, stock, std::move(stop), detail, duties, before).run();
}

Appraisal appraiseShape(const Job &job, const stock::Stock &stock, std::stop_token stop,
                        const Appraisal *before) {
    return Appraiser(job, stock, std::move(stop), proof::Detail::Strips, {}, before).unproved().run();
}

}  // namespace hefty::job
