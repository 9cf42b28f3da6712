#include <algorithm>
#include <cmath>

#include <fmt/format.h>

#include "core/armor/contact.h"
#include "core/base/constants.h"
#include "core/clearance/gaps.h"
#include "core/job/appraisal.h"
#include "core/job/appraise_under.h"
#include "core/job/clearing.h"
#include "core/job/fit.h"
#include "core/job/make_finding.h"
#include "core/job/piece_findings.h"
#include "core/proof/attachment.h"
#include "core/proof/prove_under.h"

namespace hefty::job {
namespace {

using measure::Quantity;

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

    Appraisal run() {
        measureRig();
        workOutSurvey();
        workOutTemplates();
        if (m_out.rig) {
            for (const armor::Piece &piece : m_job.pieces) buildPiece(piece);
            loadAxles();
            for (PieceAppraisal &piece : m_out.pieces) provePiece(piece);
            checkTogether();
            standUp();
            findClearance();
        }
        for (const PieceAppraisal &piece : m_out.pieces)
            if (piece.assembly) checkGaps(piece);
        addGauges();
        gaugeFindings();
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
        return m_before->piece(id);
    }

    void problem(const std::string &id, const std::string &stop, const Problem &p) {
        add(id, Severity::Stop, stop, p.where, p.message + (p.remedy.empty() ? "" : " " + p.remedy));
    }

    void measureRig() {
        auto rig = rig::geometry(m_job.vehicle);
        if (rig)
            m_out.rig = *rig;
        else
            problem("measure/" + rig.error().where, "measure", rig.error());
        for (const rig::DatumDescriptor &d : rig::datumsOf(m_job.vehicle.kind)) {
            const auto it = m_job.vehicle.data.find(d.id);
            if (it == m_job.vehicle.data.end() || it->second.trust != rig::Trust::Assumed) continue;
            add("assumed/" + d.id, Severity::Note, "measure", d.id,
                fmt::format("\"{}\" is assumed, not measured. {}", d.name, d.how));
        }
        noteAssumed(m_job.vehicle.outline);
        noteAssumed(m_job.vehicle.keepOuts);
        noteAssumed(m_job.vehicle.moving);
        if (m_job.vehicle.hasFrame() && m_job.vehicle.railMaterialTrust != rig::Trust::Measured)
            add("assumed/railMaterial", Severity::Note, "measure", "railMaterial",
                fmt::format("The grade of the frame rails is {} ({}): the frame ends are not proved.",
                            rig::trustWord(m_job.vehicle.railMaterialTrust), m_job.vehicle.railMaterial));
    }

    /// Points and boxes that nobody has held a tape to.
    template <class Rows>
    void noteAssumed(const Rows &rows) {
        for (const auto &row : rows)
            if (row.known.trust == rig::Trust::Assumed)
                add("assumed/" + row.id, Severity::Note, "measure", row.id,
                    fmt::format("Where \"{}\" is, is assumed, not measured.", row.name));
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
        for (const int s : m_out.survey->adjustment.suspects)
            suspectFinding(book, static_cast<std::size_t>(s));
        // While a reading is doubtful, so is what it says about the frame.
        if (const auto &square = m_out.survey->squareness;
            square && m_out.survey->adjustment.suspects.empty() && square->cure != survey::Cure::None) {
            Finding &f = add(
                "survey/squareness", Severity::Note, "measure", "end.right",
                {fmt::format("The frame ends are out of square: skew {{0}}, twist {{1}}, spread {{2}}. {}",
                             square->advice),
                 {{square->skew, Quantity::DrilledLength},
                  {square->twist, Quantity::DrilledLength},
                  {square->spread, Quantity::DrilledLength}}});
            f.value = square->skew;
            f.quantity = Quantity::DrilledLength;
            f.working = square->working;
        }
    }

    void suspectFinding(const rig::SurveyBook &book, std::size_t measure) {
        const rig::SurveyResult &s = *m_out.survey;
        const auto reading = static_cast<std::size_t>(s.net.readingOf[measure]);
        const survey::AdjustedMeasure &m = s.adjustment.measures[measure];
        const rig::Reading &r = book.readings[reading];
        Finding &f = add(
            fmt::format("survey/reading/{}", reading), Severity::Fix, "measure",
            fmt::format("reading.{}", reading),
            {fmt::format("Likely wrong: {}, read as {{0}}. The other readings say {{1}}. Measure it again "
                         "or ignore it.",
                         rig::readingName(book, r)),
             {{r.value, Quantity::DrilledLength},
              {r.value + m.residual / std::max(m.checked, 0.01), Quantity::DrilledLength}}});
        f.value = std::abs(m.standardized);
        f.limit = survey::suspectResidual;
        f.at = s.adjustment.points[static_cast<std::size_t>(s.net.net.measures[measure].from)];
        f.working = survey::residualWorking(s.net.net, s.adjustment, static_cast<int>(measure));
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

    void buildPiece(const armor::Piece &piece) {
        m_piece = piece.id;
        PieceAppraisal out;
        out.id = piece.id;
        const PieceAppraisal *same = earlier(piece.id);
        if (same && same->assembly) {
            out.assembly = same->assembly;
        } else {
            auto assembly = armor::build({piece, m_job.vehicle, *m_out.rig, m_stock});
            if (!assembly) {
                problem("build/" + piece.id, "layout", assembly.error());
                m_out.pieces.push_back(std::move(out));
                return;
            }
            out.assembly = std::make_shared<const armor::Assembly>(std::move(*assembly));
        }
        const stock::Material *rail = m_stock.material(m_job.vehicle.railMaterial);
        take(buildFindings(*out.assembly, rail ? rail->family : ""));
        auto fabrication = workshop::fabricate(*out.assembly, *m_out.rig, m_shop, m_stop);
        if (fabrication) {
            takeOffRack(*fabrication);
            out.fabrication = std::move(*fabrication);
            take(cutFindings(*out.fabrication));
        } else {
            problem("cut/" + piece.id, "cut", fabrication.error());
        }
        m_out.pieces.push_back(std::move(out));
    }

    /// Bars that one piece is cut from are not there for the next.
    void takeOffRack(const workshop::Fabrication &made) {
        for (const workshop::SectionNesting &n : made.nestings)
            for (const workshop::NestedBar &b : n.nesting.bars) {
                if (!b.bar.onHand) continue;
                // Of several alike the nesting numbers each: "R-104 (2)".
                for (workshop::RackItem &i : m_shop.rack)
                    if (i.count > 0 && (b.bar.id == i.id || b.bar.id.starts_with(i.id + " ("))) {
                        --i.count;
                        break;
                    }
            }
        std::erase_if(m_shop.rack, [](const workshop::RackItem &i) { return i.count <= 0; });
    }

    /// Pieces are proved one by one: where two hold to the same bay of a rail that is said, and so are bolts
    /// that both use. Bays are apart: the rail is held fast at its crossmembers.
    void checkTogether() {
        m_piece.clear();
        std::vector<const PieceAppraisal *> onFrame;
        for (const PieceAppraisal &p : m_out.pieces)
            if (p.assembly && !p.assembly->mounts.empty()) onFrame.push_back(&p);
        for (std::size_t i = 0; i < onFrame.size(); ++i)
            for (std::size_t k = 0; k < i; ++k) {
                const PieceAppraisal &a = *onFrame[k], &b = *onFrame[i];
                if (!shareBay(*a.assembly, *b.assembly)) continue;
                const bool shared = shareBolts(*a.assembly, *b.assembly);
                add(fmt::format("together/{}~{}", a.id, b.id), Severity::Fix, "prove", b.id,
                    shared
                        ? fmt::format("{} and {} take the same bolt holes of the frame: not proved together, "
                                      "because each is looked at as if the other were not there.",
                                      a.id, b.id)
                        : fmt::format(
                              "{} and {} hold to the same rails: not proved together, because what they "
                              "do to the rails is not added.",
                              a.id, b.id));
            }
    }
    /// How many crossmembers lie ahead of a place.
    [[nodiscard]] std::ptrdiff_t bayOf(double x) const {
        const auto &members = m_out.rig->crossmembers;
        return std::count_if(members.begin(), members.end(), [x](double c) { return c > x; });
    }
    [[nodiscard]] bool shareBay(const armor::Assembly &a, const armor::Assembly &b) const {
        for (const armor::BoltJoint &m : a.mounts)
            for (const armor::BoltJoint &n : b.mounts)
                if (m.plane.origin.y() * n.plane.origin.y() > 0 &&
                    bayOf(m.plane.origin.x()) == bayOf(n.plane.origin.x()))
                    return true;
        return false;
    }
    static bool shareBolts(const armor::Assembly &a, const armor::Assembly &b) {
        constexpr double same = 5;  // mm
        for (const armor::BoltJoint &m : a.mounts)
            for (const armor::BoltJoint &n : b.mounts)
                for (const Vec3 &at : m.at)
                    for (const Vec3 &other : n.at)
                        if (std::hypot(at.x() - other.x(), at.z() - other.z()) < same &&
                            at.y() * other.y() > 0)
                            return true;
        return false;
    }

    /// What rests on the axles with armor on, with what is aboard and without it: duties take the worse.
    void loadAxles() {
        m_piece.clear();
        const rig::RigGeometry &g = *m_out.rig;
        const rig::AxleLoads weighed{g.frontMass, g.rearMass};
        std::vector<rig::AddedMass> added = armorMasses(m_out);
        const rig::AxleLoads light = rig::axleLoads(g.wheelbase, weighed, added);
        for (const rig::MassItem &m : m_job.vehicle.loadout.masses)
            if (m.aboard) added.push_back({m.name, m.mass, m.at});
        const rig::AxleLoads laden = rig::axleLoads(g.wheelbase, weighed, added);
        // Up to full steps, so that a few kilograms more on one piece leave the proofs of the others as they
        // are.
        constexpr double step = 10;  // kg
        const auto up = [](double mass) { return std::ceil(mass / step - 1e-9) * step; };
        const rig::WorstLoads worst{std::max(light.front, laden.front), std::max(light.rear, laden.rear),
                                    std::max(light.total(), laden.total())};
        m_out.rig->worst = {up(worst.front), up(worst.rear), up(worst.total)};
        loadFindings(light, laden, worst, added);
    }

    void provePiece(PieceAppraisal &out) {
        if (m_stop.stop_requested() || !out.assembly) return;
        m_piece = out.id;
        const PieceAppraisal *same = earlier(out.id);
        if (same && same->proof && m_before->detail == m_out.detail && m_before->underAll &&
            m_duties.empty() && m_before->of->rules == m_job.rules && m_before->rig &&
            m_before->rig->worst == m_out.rig->worst) {
            out.proof = same->proof;
            take(proofFindings(*out.proof, out.id));
            return;
        }
        auto proof = m_duties.empty() ? proof::prove(*out.assembly, m_job.vehicle, *m_out.rig, m_stock,
                                                     m_job.rules, m_stop, m_out.detail)
                                      : proof::proveUnder(*out.assembly, m_job.vehicle, *m_out.rig, m_stock,
                                                          m_job.rules, m_duties, m_stop, m_out.detail);
        if (proof) {
            out.proof = std::make_shared<const proof::Proof>(std::move(*proof));
            take(proofFindings(*out.proof, out.id));
        } else {
            problem("prove/" + out.id, "prove", proof.error());
        }
    }

    /// How the vehicle stands: on which tire, with what aboard and with its armor on.
    void standUp() {
        m_piece.clear();
        const rig::Loadout &loadout = m_job.vehicle.loadout;
        m_out.stood = rig::asMeasured(*m_out.rig);
        for (const rig::TireOption &t : loadout.tires) {
            auto facts = rig::tireFacts(t, *m_out.rig);
            if (facts)
                m_out.tires.push_back(std::move(*facts));
            else
                problem("tire/" + t.id, "measure", facts.error());
        }
        if (loadout.empty() || !m_lifted.empty()) return;
        auto stood =
            rig::stand(m_job.vehicle, *m_out.rig, {loadout.standsOn, true, false, armorMasses(m_out)});
        if (!stood) {
            const Problem &p = stood.error();
            add("stance/" + p.where, Severity::Note, "measure", p.where,
                p.message + " Angles are those of the vehicle as measured." +
                    (p.remedy.empty() ? "" : " " + p.remedy));
            return;
        }
        m_out.stance = stood->stance;
        if (loadout.sagged) m_out.stood = std::move(*stood);
    }

    /// An axle that lifts, or a limit of the papers that is broken, stops: nothing is to be built on it.
    void loadFindings(const rig::AxleLoads &light, const rig::AxleLoads &laden, const rig::WorstLoads &worst,
                      const std::vector<rig::AddedMass> &added) {
        const rig::RigGeometry &g = *m_out.rig;
        const auto lifts = [&](const char *id, const char *what, double mass) {
            if (mass > 0 || !m_lifted.empty()) return;
            m_lifted = fmt::format("With this load {} off the ground.", what);
            Finding &f = add(std::string("load/lifts/") + id, Severity::Stop, "measure", id,
                             m_lifted + " Check the masses and their places.");
            f.working = loadWorking(laden, added);
        };
        lifts("frontAxleMass", g.towed ? "the coupling is lifted" : "the front axle lifts",
              std::min(light.front, laden.front));
        lifts("rearAxleMass", "the rear axle lifts", std::min(light.rear, laden.rear));
        const auto limit = [&](const char *id, const char *what, double value, std::optional<double> most) {
            if (!most || !(*most > 0) || value <= *most) return;
            Finding &f = add(std::string("load/") + id, Severity::Stop, "measure", id,
                             {fmt::format("{}: {{0}}, the papers allow {{1}}.", what),
                              {{value, Quantity::Mass}, {*most, Quantity::Mass}}});
            f.value = value;
            f.limit = *most;
            f.quantity = Quantity::Mass;
            f.working = loadWorking(laden, added);
        };
        limit("grossLimit", "Laden with its armor", worst.total, g.grossLimit);
        limit("frontAxleLimit", "On the front axle", worst.front, g.frontLimit);
        limit("rearAxleLimit", "On the rear axle", worst.rear, g.rearLimit);
    }

    [[nodiscard]] working::Working loadWorking(const rig::AxleLoads &laden,
                                               const std::vector<rig::AddedMass> &added) const {
        const rig::RigGeometry &g = *m_out.rig;
        working::Working w;
        w.title = "What rests on the axles";
        w.given("F", "front axle as weighed", g.frontMass, "kg", "measured")
            .given("R", "rear axle as weighed", g.rearMass, "kg", "measured")
            .given("L", "wheelbase", g.wheelbase, "mm", "measured");
        for (const rig::AddedMass &m : added) {
            w.given(m.name, "mass added", m.mass, "kg", "mass list, drawing");
            w.given("x", "its place ahead of the front axle", m.at.x(), "mm", "mass list, drawing");
        }
        w.step("F_l", "on the front axle", "F + Σ m (x + L)/L", "", laden.front, "kg",
               "moments about the rear axle")
            .step("R_l", "on the rear axle", "R − Σ m x/L", "", laden.rear, "kg",
                  "moments about the front axle");
        return w;
    }

    void findClearance() {
        m_piece.clear();
        if (!m_lifted.empty()) return;
        std::vector<const armor::Assembly *> pieces;
        for (const PieceAppraisal &p : m_out.pieces) pieces.push_back(p.assembly ? &*p.assembly : nullptr);
        const Clearing clearing = clearingOf(m_job, pieces, *m_out.stood);
        m_lowest = clearing.lowest;
        if (clearing.rearKnown) checkLength(clearing);
        auto angles = clearance::angles(clearing.model);
        if (angles)
            m_out.clearance = std::move(*angles);
        else
            problem("clearance", "measure", angles.error());
    }

    void checkLength(const Clearing &clearing) {
        m_out.length = clearing.front - clearing.rear;
        if (*m_out.length <= m_job.rules.mostLength) return;
        Finding &f = add("length", Severity::Fix, "layout", "length",
                         {"The vehicle is {0} long with its armor; {1} is allowed.",
                          {{*m_out.length, Quantity::Length}, {m_job.rules.mostLength, Quantity::Length}}});
        f.value = *m_out.length;
        f.limit = m_job.rules.mostLength;
        f.quantity = Quantity::Length;
        working::Working w;
        w.title = "Length over all";
        w.given("x_F", "foremost point", clearing.front, "mm", "drawing")
            .given("x_R", "rearmost point", clearing.rear, "mm", "measured")
            .step("l", "length", "x_F − x_R", "", *m_out.length, "mm", "");
        f.working = std::move(w);
    }

    /// The name of a keep-out for a sentence: "left headlamp, with ..." is cut at its comma.
    std::string keepOutName(const std::string &id) const {
        for (const rig::KeepOut &k : m_job.vehicle.keepOuts)
            if (k.id == id) return k.name.substr(0, k.name.find(','));
        return id;
    }

    void checkGaps(const PieceAppraisal &piece) {
        m_piece = piece.id;
        const std::vector<clearance::ConvexBody> bodies = convexBodies(*piece.assembly);
        std::vector<clearance::ClearBox> boxes;
        for (const rig::KeepOut &k : m_job.vehicle.keepOuts) boxes.push_back({k.id, k.low, k.high, k.gap});
        const auto tight = clearance::gaps(bodies, boxes);
        if (!tight) return problem("gap/" + tight.error().where, "measure", tight.error());
        for (const clearance::Gap &g : *tight) {
            if (g.distance >= g.wanted - 1e-3) continue;
            Finding &f = add(fmt::format("gap/{}/{}", g.body, g.box), Severity::Fix, "layout", g.body,
                             {g.overlaps ? fmt::format("{} runs into the {}; {{1}} of room is wanted.",
                                                       g.body, keepOutName(g.box))
                                         : fmt::format("{} stands {{0}} from the {}; {{1}} is wanted.",
                                                       g.body, keepOutName(g.box)),
                              {{g.distance, Quantity::DrilledLength}, {g.wanted, Quantity::DrilledLength}}});
            f.value = g.distance;
            f.limit = g.wanted;
            f.quantity = Quantity::DrilledLength;
            f.at = g.onBody;
            f.working = clearance::gapWorking(g);
        }
    }

    void addAngle(const char *id, const char *name, const clearance::LimitAngle &angle, double limit,
                  working::Working working) {
        Gauge g;
        g.id = id;
        g.name = name;
        g.value = angle.angle;
        g.quantity = Quantity::Angle;
        g.limit = limit;
        g.governs = angle.angle ? angle.governs : angle.why;
        g.working = std::move(working);
        m_out.gauges.push_back(std::move(g));
    }

    void addGauges() {
        clearance::Clearance c = m_out.clearance.value_or(clearance::Clearance{});
        if (!m_lifted.empty())
            for (clearance::LimitAngle *angle : {static_cast<clearance::LimitAngle *>(&c.approach.whole),
                                                 static_cast<clearance::LimitAngle *>(&c.approach.wheelPath),
                                                 static_cast<clearance::LimitAngle *>(&c.breakover),
                                                 static_cast<clearance::LimitAngle *>(&c.departure.whole)})
                angle->why = "It stands on nothing: " + m_lifted;
        const rig::Stood rig = m_out.stood.value_or(rig::Stood{});
        const auto front = [&rig](const char *name, const clearance::LimitAngle &angle) {
            return clearance::endAngleWorking(name, angle, angle.at.x(), rig.front.loadedRadius);
        };
        addAngle("approach", "Approach", c.approach.whole, m_job.rules.leastApproach,
                 front("Approach angle", c.approach.whole));
        addAngle("wheelPath", "Wheel-path angle", c.approach.wheelPath, m_job.rules.leastWheelPath,
                 front("Approach angle in the wheel path", c.approach.wheelPath));
        addAngle("breakover", "Breakover", c.breakover, m_job.rules.leastBreakover,
                 clearance::breakoverWorking(c.breakover, rig.wheelbase,
                                             {rig.front.loadedRadius, rig.front.width, rig.front.track},
                                             {rig.rear.loadedRadius, rig.rear.width, rig.rear.track}));
        addAngle(
            "departure", "Departure", c.departure.whole, m_job.rules.leastDeparture,
            clearance::endAngleWorking("Departure angle", c.departure.whole,
                                       -rig.wheelbase - c.departure.whole.at.x(), rig.rear.loadedRadius));
        Gauge under;
        under.id = "clearance";
        under.name = "Under the armor";
        under.value = m_lowest;
        under.quantity = Quantity::Length;
        under.limit = m_job.rules.leastClearance;
        under.working.title = "Height of the lowest point of the armor above the ground";
        if (m_lowest) under.working.given("h", "lowest corner of all parts", *m_lowest, "mm", "drawing");
        m_out.gauges.push_back(std::move(under));
        addSums();
    }

    /// One piece: its own Working. More: what each comes to, and the sum.
    void addTo(working::Working &all, const working::Working &own, const std::string &piece, double amount,
               const std::string &unit, double sum) const {
        if (m_out.pieces.size() == 1) {
            all = own;
            return;
        }
        all.title = own.title + ", all pieces";
        std::erase_if(all.steps, [](const working::Step &s) { return s.symbol == "sum"; });
        all.given(piece, "of this piece", amount, unit, "its parts")
            .step("sum", "all pieces so far", "the sum of the above", "", sum, unit, "");
    }

    void addSums() {
        Gauge margin, mass, axle, cost;
        margin = {"margin", "Hardest worked", std::nullopt, Quantity::Ratio, 1, false, "", "", {}};
        mass = {"mass", "Added mass", std::nullopt, Quantity::Mass, m_job.rules.mostAddedMass, false, "", "",
                {}};
        axle = {"axle",
                "On the front axle",
                std::nullopt,
                Quantity::Mass,
                m_job.rules.mostAxleShift,
                false,
                "",
                "",
                {}};
        cost = {"cost", "Material", std::nullopt, Quantity::Money, m_job.rules.mostMaterialCost, false, "",
                "",     {}};
        for (const PieceAppraisal &p : m_out.pieces) {
            if (p.proof && !p.proof->checks.empty() &&
                p.proof->checks.front().utilization > margin.value.value_or(-1)) {
                const proof::Check &c = p.proof->checks.front();
                margin.value = c.utilization;
                margin.governs = c.title;
                margin.working = c.working;
                if (c.utilization > 1)
                    margin.finding = "check/" + c.id + (m_job.pieces.size() > 1 ? "@" + p.id : std::string());
            }
            if (!p.fabrication) continue;
            mass.value = mass.value.value_or(0) + p.fabrication->mass;
            axle.value = axle.value.value_or(0) + p.fabrication->frontAxleShift;
            cost.value = cost.value.value_or(0) + p.fabrication->materialCost;
            addTo(mass.working, p.fabrication->massWorking, p.id, p.fabrication->mass, "kg", *mass.value);
            addTo(axle.working, p.fabrication->axleWorking, p.id, p.fabrication->frontAxleShift, "kg",
                  *axle.value);
            addTo(cost.working, p.fabrication->costWorking, p.id, p.fabrication->materialCost,
                  m_job.shop.currency, *cost.value);
        }
        for (Gauge *g : {&margin, &mass, &axle, &cost}) m_out.gauges.push_back(std::move(*g));
    }

    /// The piece that a gauge's finding is about: the one with the part that governs it; of what is the job's
    /// own the first.
    [[nodiscard]] std::string pieceOf(const Gauge &g) const {
        for (const PieceAppraisal &p : m_out.pieces)
            if (p.assembly && p.assembly->has(g.governs)) return p.id;
        return m_job.pieces.empty() ? "" : m_job.pieces.front().id;
    }

    void gaugeFindings() {
        for (Gauge &g : m_out.gauges) {
            m_piece = pieceOf(g);
            if (!g.broken() || g.id == "margin") continue;
            const char *stop = g.id == "cost" ? "cut" : "layout";
            Finding &f = add(
                "gauge/" + g.id, Severity::Fix, stop, g.governs,
                {fmt::format("{}: {{0}}, the house wants at {} {{1}}{}.", g.name,
                             g.limitIsLeast ? "least" : "most",
                             g.limitIsLeast && !g.governs.empty() ? " (limited by " + g.governs + ")" : ""),
                 {{*g.value, g.quantity}, {g.limit, g.quantity}}});
            f.value = *g.value;
            f.limit = g.limit;
            f.quantity = g.quantity;
            f.working = g.working;
            f.id = g.finding = "gauge/" + g.id;  // there is one of the whole job
            if (m_out.clearance && g.id == "approach") f.at = m_out.clearance->approach.whole.at;
            if (m_out.clearance && g.id == "wheelPath") f.at = m_out.clearance->approach.wheelPath.at;
            if (m_out.clearance && g.id == "breakover") f.at = m_out.clearance->breakover.at;
            if (m_out.clearance && g.id == "departure") f.at = m_out.clearance->departure.whole.at;
        }
    }

    const Job &m_job;
    const stock::Stock &m_stock;
    std::stop_token m_stop;
    std::vector<std::string> m_duties;
    const Appraisal *m_before = nullptr;  ///< of the same vehicle
    workshop::Shop m_shop;                ///< as the pieces before have left its rack
    Appraisal m_out;
    std::string m_piece;
    std::optional<double> m_lowest;
    std::string m_lifted;  ///< set if an axle lifts
};

}  // namespace

void worstFirst(std::vector<Finding> &findings) {
    std::stable_sort(findings.begin(), findings.end(), [](const Finding &a, const Finding &b) {
        return static_cast<int>(a.severity) < static_cast<int>(b.severity);
    });
}

void settle(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop) {
    addFit(appraisal, job, stop);
    addStandings(appraisal, job, stock, stop);
    addRemedies(appraisal, job, stock, stop);
}

Appraisal halve(const Appraisal &shells, const Job &job, const stock::Stock &stock, std::stop_token stop,
                const Appraisal *before) {
    Appraisal out = appraise(job, stock, stop, proof::Detail::Halved, before);
    addFit(out, job, stop);
    out.variants = shells.variants;
    out.gains = shells.gains;
    for (Finding &f : out.findings)
        if (const Finding *same = shells.finding(f.id)) f.remedies = same->remedies;
    addRemedies(out, job, stock, stop);
    return out;
}

const PieceAppraisal *Appraisal::piece(std::string_view id) const {
    const auto it =
        std::find_if(pieces.begin(), pieces.end(), [id](const PieceAppraisal &p) { return p.id == id; });
    return it == pieces.end() ? nullptr : &*it;
}

const Finding *Appraisal::finding(std::string_view id) const {
    const auto named = [this](const auto &is) -> const Finding * {
        const auto it = std::find_if(findings.begin(), findings.end(), is);
        return it == findings.end() ? nullptr : &*it;
    };
    if (const Finding *f = named([id](const Finding &x) { return x.id == id; })) return f;
    return named([id](const Finding &x) {
        return x.id.size() > id.size() && x.id.starts_with(id) && x.id[id.size()] == '@';
    });
}

const Gauge *Appraisal::gauge(std::string_view id) const {
    const auto it = std::find_if(gauges.begin(), gauges.end(), [id](const Gauge &g) { return g.id == id; });
    return it == gauges.end() ? nullptr : &*it;
}

int Appraisal::toSettle(std::string_view stop) const {
    return static_cast<int>(std::count_if(findings.begin(), findings.end(), [stop](const Finding &f) {
        return f.stop == stop && f.severity != Severity::Note;
    }));
}

Appraisal appraise(const Job &job, const stock::Stock &stock, std::stop_token stop, proof::Detail detail,
                   const Appraisal *before) {
    return Appraiser(job, stock, std::move(stop), detail, {}, before).run();
}

Appraisal appraiseUnder(const Job &job, const stock::Stock &stock, const std::vector<std::string> &duties,
                        std::stop_token stop, proof::Detail detail, const Appraisal *before) {
    return Appraiser(job, stock, std::move(stop), detail, duties, before).run();
}

}  // namespace hefty::job
