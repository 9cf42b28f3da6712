#include "cli/frame_json.h"

#include <algorithm>
#include <cmath>
#include <map>

#include <fmt/format.h>

#include "cli/vectors.h"
#include "core/mechanics/eigen_analysis.h"
#include "core/mechanics/frame_solver.h"
#include "core/mechanics/plastic.h"

namespace hefty::cli {
namespace {

using namespace mechanics;

constexpr std::array<std::pair<std::string_view, FrameAnalysis>, 5> analyses{
    {{"static", FrameAnalysis::Static},
     {"buckling", FrameAnalysis::Buckling},
     {"modes", FrameAnalysis::Modes},
     {"plastic", FrameAnalysis::Plastic},
     {"large", FrameAnalysis::Large}}};

class FrameReader {
  public:
    explicit FrameReader(const Json &json) : m_top(json, "", m_faults) {}

    Result<FrameQuestion> read() {
        readNodes();
        readMaterials();
        readSections();
        readBeams();
        readShells();
        readSprings();
        readRigid();
        readMasses();
        readSupports();
        readPrescribed();
        readLoads();
        FrameQuestion out;
        readAnalysis(out);
        if (!m_faults.none()) return tl::unexpected(m_faults.joined());
        out.model = std::move(m_model);
        return out;
    }

  private:
    using Index = std::map<std::string, int, std::less<>>;

    void enter(Index &index, const std::string &id, int number, const std::string &path) {
        if (!index.emplace(id, number).second)
            m_faults.add(fmt::format("The id \"{}\" is given twice.", id), path + "/id");
    }
    int lookUp(const Index &index, const std::string &id, const char *what, const std::string &path) {
        const auto it = index.find(id);
        if (it != index.end()) return it->second;
        m_faults.add(fmt::format("There is no {} \"{}\".", what, id), path, {}, ProblemKind::UnknownId);
        return 0;
    }
    int caseOf(ObjectReader &o) {
        const std::string id = o.text("case");
        const auto [it, isNew] = m_cases.emplace(id, static_cast<int>(m_model.cases.size()));
        if (isNew) m_model.cases.push_back(id);
        return it->second;
    }
    int freedom(const std::string &name, const std::string &path) {
        for (int f = 0; f < 6; ++f)
            if (name == freedomNames[static_cast<std::size_t>(f)]) return f;
        m_faults.add(fmt::format("\"{}\" is not a freedom.", name), path, "Use ux, uy, uz, rx, ry or rz.");
        return 0;
    }
    FreedomSet freedoms(ObjectReader &o, const char *key) {
        FreedomSet set = 0;
        for (const std::string &name : o.texts(key))
            set |= static_cast<FreedomSet>(1u << freedom(name, o.pathOf(key)));
        return set;
    }

    void readNodes() {
        for (const auto &[value, path] : m_top.array("nodes", true)) {
            ObjectReader o(*value, path, m_faults);
            FrameNode n{o.text("id"), vec(o.numbers<3>("at"))};
            enter(m_nodes, n.id, static_cast<int>(m_model.nodes.size()), path);
            m_model.nodes.push_back(std::move(n));
        }
    }
    void readMaterials() {
        for (const auto &[value, path] : m_top.array("materials")) {
            ObjectReader o(*value, path, m_faults);
            FrameMaterial m{o.text("id"), o.positive("E"), o.number("nu", 0.3), o.number("density", 0),
                            o.number("yield", 0)};
            if (!(m.density >= 0)) m_faults.add("The density must be 0 or more.", path + "/density");
            enter(m_materials, m.id, static_cast<int>(m_model.materials.size()), path);
            m_model.materials.push_back(std::move(m));
        }
    }
    void readSections() {
        for (const auto &[value, path] : m_top.array("sections")) {
            ObjectReader o(*value, path, m_faults);
            FrameSection s;
            s.id = o.text("id");
            s.A = o.positive("A");
            s.Iy = o.positive("Iy");
            s.Iz = o.positive("Iz");
            s.J = o.positive("J");
            if (o.has("Asy")) s.Asy = o.positive("Asy");
            if (o.has("Asz")) s.Asz = o.positive("Asz");
            s.Zpy = o.number("Zpy", 0);
            s.Zpz = o.number("Zpz", 0);
            readShape(o, s);
            enter(m_sections, s.id, static_cast<int>(m_model.sections.size()), path);
            m_model.sections.push_back(std::move(s));
        }
    }
    void readShape(ObjectReader &o, FrameSection &s) {
        const std::string shape = o.text("shape", std::string());
        if (shape == "round")
            s.kind = SectionKind::Round;
        else if (shape == "rect")
            s.kind = SectionKind::Rectangular;
        else if (!shape.empty())
            m_faults.add(fmt::format("The shape \"{}\" is not known.", shape), o.pathOf("shape"),
                         "Use round or rect, or leave it out.");
    }
    void readBeams() {
        for (const auto &[value, path] : m_top.array("beams")) {
            ObjectReader o(*value, path, m_faults);
            FrameBeam b;
            b.id = o.text("id");
            b.from = lookUp(m_nodes, o.text("from"), "node", path + "/from");
            b.to = lookUp(m_nodes, o.text("to"), "node", path + "/to");
            b.material = lookUp(m_materials, o.text("material"), "material", path + "/material");
            b.section = lookUp(m_sections, o.text("section"), "section", path + "/section");
            if (o.has("up"))
                b.up = vec(o.numbers<3>("up"));
            else
                b.up = standardUp(b);
            if (const Json *r = o.child("releases")) {
                ObjectReader releases(*r, path + "/releases", m_faults);
                b.releasedFrom = freedoms(releases, "from");
                b.releasedTo = freedoms(releases, "to");
            }
            enter(m_beams, b.id, static_cast<int>(m_model.beams.size()), path);
            m_model.beams.push_back(std::move(b));
        }
    }
    void readShells() {
        for (const auto &[value, path] : m_top.array("shells")) {
            ObjectReader o(*value, path, m_faults);
            FrameShell s;
            s.id = o.text("id");
            for (const std::string &node : o.texts("nodes"))
                s.nodes.push_back(lookUp(m_nodes, node, "node", path + "/nodes"));
            s.material = lookUp(m_materials, o.text("material"), "material", path + "/material");
            s.thickness = o.positive("thickness");
            enter(m_shells, s.id, static_cast<int>(m_model.shells.size()), path);
            m_model.shells.push_back(std::move(s));
        }
    }
    void readAnalysis(FrameQuestion &out) {
        const Json *analysis = m_top.child("analysis");
        if (!analysis) return;
        ObjectReader a(*analysis, "analysis", m_faults);
        const std::string kind = a.text("kind", std::string("static"));
        const auto it = std::find_if(analyses.begin(), analyses.end(),
                                     [&kind](const auto &known) { return known.first == kind; });
        if (it == analyses.end()) {
            m_faults.add(fmt::format("The analysis \"{}\" is not known.", kind), "analysis/kind",
                         "Use static, buckling, modes, plastic or large.");
            return;
        }
        out.analysis = it->second;
        const double count = a.number("count", 4);
        if (!(count >= 1 && count <= 1000 && count == std::floor(count)))
            m_faults.add("This must be a whole number from 1 to 1000.", "analysis/count");
        else
            out.count = static_cast<int>(count);
        if (out.analysis == FrameAnalysis::Buckling || out.analysis == FrameAnalysis::Plastic ||
            out.analysis == FrameAnalysis::Large)
            readAnalysedCase(a, out);
        if (out.analysis == FrameAnalysis::Large) readGoal(a, out.goal);
    }
    void readGoal(ObjectReader &a, LargeGoal &goal) {
        goal.factor = a.number("factor", 1);
        goal.deflection = a.number("deflection", 0);
        if (!(goal.factor > 0)) m_faults.add("This must be above 0.", a.pathOf("factor"));
        if (!(goal.deflection >= 0)) m_faults.add("This must be 0 or more.", a.pathOf("deflection"));
        const double steps = a.number("steps", goal.steps);
        if (!(steps >= 1 && steps <= 10000 && steps == std::floor(steps)))
            m_faults.add("This must be a whole number from 1 to 10000.", a.pathOf("steps"));
        else
            goal.steps = static_cast<int>(steps);
        goal.unload = a.boolean("unload", false);
        goal.yields = a.boolean("yields", true);
    }
    void readAnalysedCase(ObjectReader &a, FrameQuestion &out) {
        if (!a.has("case")) {
            if (m_model.cases.size() != 1)
                m_faults.add("Which load case is not said.", "analysis/case", "Name one of the load cases.");
            return;
        }
        const std::string id = a.text("case");
        const auto it = m_cases.find(id);
        if (it != m_cases.end())
            out.loadCase = it->second;
        else
            m_faults.add(fmt::format("There is no load case \"{}\".", id), "analysis/case", {},
                         ProblemKind::UnknownId);
    }
    /// Global z, or global y for a beam that stands upright.
    Vec3 standardUp(const FrameBeam &b) const {
        if (m_model.nodes.empty()) return Vec3::UnitZ();
        const Vec3 d = m_model.nodes[static_cast<std::size_t>(b.to)].at -
                       m_model.nodes[static_cast<std::size_t>(b.from)].at;
        return d.head<2>().norm() > 1e-9 * d.norm() ? Vec3::UnitZ() : Vec3::UnitY();
    }
    void readSprings() {
        for (const auto &[value, path] : m_top.array("springs")) {
            ObjectReader o(*value, path, m_faults);
            FrameSpring s;
            s.id = o.text("id", std::string());
            s.from = lookUp(m_nodes, o.text("from"), "node", path + "/from");
            s.to = o.has("to") ? lookUp(m_nodes, o.text("to"), "node", path + "/to") : -1;
            if (const Json *k = o.child("stiffness", true)) {
                ObjectReader stiffness(*k, path + "/stiffness", m_faults);
                for (int f = 0; f < 6; ++f) {
                    s.stiffness(f, f) = stiffness.number(freedomNames[static_cast<std::size_t>(f)], 0);
                    if (!(s.stiffness(f, f) >= 0))
                        m_faults.add("A stiffness must be 0 or more.",
                                     stiffness.pathOf(freedomNames[static_cast<std::size_t>(f)]));
                }
            }
            m_model.springs.push_back(std::move(s));
        }
    }
    void readRigid() {
        for (const auto &[value, path] : m_top.array("rigid")) {
            ObjectReader o(*value, path, m_faults);
            RigidLink link;
            link.master = lookUp(m_nodes, o.text("master"), "node", path + "/master");
            for (const std::string &slave : o.texts("slaves"))
                link.slaves.push_back(lookUp(m_nodes, slave, "node", path + "/slaves"));
            m_model.rigidLinks.push_back(std::move(link));
        }
    }
    void readMasses() {
        for (const auto &[value, path] : m_top.array("masses")) {
            ObjectReader o(*value, path, m_faults);
            NodeMass p{lookUp(m_nodes, o.text("node"), "node", path + "/node"), o.number("mass")};
            if (!(p.mass >= 0)) m_faults.add("The mass must be 0 or more.", path + "/mass");
            m_model.masses.push_back(p);
        }
    }
    void readSupports() {
        for (const auto &[value, path] : m_top.array("supports")) {
            ObjectReader o(*value, path, m_faults);
            const int node = lookUp(m_nodes, o.text("node"), "node", path + "/node");
            m_model.supports.push_back({node, freedoms(o, "fixed")});
        }
    }
    void readPrescribed() {
        for (const auto &[value, path] : m_top.array("prescribed")) {
            ObjectReader o(*value, path, m_faults);
            PrescribedFreedom p;
            p.loadCase = caseOf(o);
            p.node = lookUp(m_nodes, o.text("node"), "node", path + "/node");
            p.freedom = freedom(o.text("dof"), path + "/dof");
            p.value = o.number("value");
            m_model.prescribed.push_back(p);
        }
    }
    void readLoads() {
        for (const auto &[value, path] : m_top.array("loads")) {
            ObjectReader o(*value, path, m_faults);
            const int loadCase = caseOf(o);
            if (o.has("node")) {
                NodeLoad l{loadCase, lookUp(m_nodes, o.text("node"), "node", path + "/node"), Vec3::Zero(),
                           Vec3::Zero()};
                if (o.has("force")) l.force = vec(o.numbers<3>("force"));
                if (o.has("moment")) l.moment = vec(o.numbers<3>("moment"));
                m_model.nodeLoads.push_back(l);
            } else if (o.has("beam")) {
                m_model.beamLoads.push_back({loadCase,
                                             lookUp(m_beams, o.text("beam"), "beam", path + "/beam"),
                                             vec(o.numbers<3>("distributed"))});
            } else if (o.has("acceleration")) {
                m_model.accelerations.push_back({loadCase, vec(o.numbers<3>("acceleration"))});
            } else if (o.has("shell")) {
                m_model.shellLoads.push_back({loadCase,
                                              lookUp(m_shells, o.text("shell"), "shell", path + "/shell"),
                                              o.number("pressure")});
            } else {
                m_faults.add("A load needs a node, a beam, a shell or an acceleration.", path);
            }
        }
    }

    Faults m_faults;
    ObjectReader m_top;
    FrameModel m_model;
    Index m_nodes, m_materials, m_sections, m_beams, m_shells, m_cases;
};

}  // namespace

Result<FrameQuestion> readFrame(const Json &json) {
    return FrameReader(json).read();
}

namespace {

Json writeStatic(const FrameModel &model, const FrameSolution &solution) {
    Json cases = Json::object();
    for (std::size_t c = 0; c < model.cases.size(); ++c) {
        const CaseSolution &s = solution.cases[c];
        Json displacements = Json::object(), reactions = Json::object(), beams = Json::object(),
             shells = Json::object();
        for (std::size_t n = 0; n < model.nodes.size(); ++n)
            if (solution.attached[n]) displacements[model.nodes[n].id] = list(s.displacements[n]);
        for (const auto &[node, r] : s.reactions)
            reactions[model.nodes[static_cast<std::size_t>(node)].id] = list(r);
        for (std::size_t b = 0; b < model.beams.size(); ++b)
            beams[model.beams[b].id] = {{"from", list(s.beams[b].from)}, {"to", list(s.beams[b].to)}};
        for (std::size_t i = 0; i < model.shells.size(); ++i) {
            const ShellStress stress = vonMises(s.shellForces[i], model.shells[i].thickness);
            shells[model.shells[i].id] = {
                {"vonMises", {{"top", stress.top}, {"middle", stress.middle}, {"bottom", stress.bottom}}}};
        }
        cases[model.cases[c]] = {{"displacements", std::move(displacements)},
                                 {"reactions", std::move(reactions)},
                                 {"beams", std::move(beams)},
                                 {"shells", std::move(shells)}};
    }
    return {{"cases", std::move(cases)}};
}

Json writePlastic(const FrameModel &model, const PlasticSolution &solution) {
    Json hinges = Json::array();
    for (const PlasticHinge &h : solution.hinges)
        hinges.push_back({{"beam", model.beams[static_cast<std::size_t>(h.beam)].id},
                          {"end", h.atTo ? "to" : "from"},
                          {"factor", h.factor}});
    return {{"collapseFactor", solution.collapseFactor}, {"hinges", std::move(hinges)}};
}

Json writePath(const std::vector<PlasticPoint> &path) {
    Json out = Json::array();
    for (const PlasticPoint &p : path)
        out.push_back({{"factor", p.factor}, {"deflection", p.deflection}, {"work", p.work}});
    return out;
}

Json writeMotions(const FrameModel &model, const std::vector<Vec6> &motions) {
    Json out = Json::object();
    for (std::size_t n = 0; n < motions.size(); ++n) out[model.nodes[n].id] = list(motions[n]);
    return out;
}

Json writeLarge(const FrameModel &model, const LargeSolution &s, bool unloaded) {
    Json beams = Json::object(), shells = Json::object();
    for (std::size_t b = 0; b < model.beams.size(); ++b) beams[model.beams[b].id] = {{"use", s.beamUse[b]}};
    for (std::size_t i = 0; i < model.shells.size(); ++i)
        shells[model.shells[i].id] = {{"plasticStrain", s.shellStrain[i]}};
    Json out{{"path", writePath(s.path)},
             {"displacements", writeMotions(model, s.displacements)},
             {"beams", std::move(beams)},
             {"shells", std::move(shells)}};
    if (unloaded) {
        out["back"] = writePath(s.back);
        out["set"] = s.set;
        out["springBack"] = s.springBack;
        out["absorbed"] = s.absorbed;
        out["settled"] = writeMotions(model, s.settled);
    }
    return out;
}

}  // namespace

Result<Json> answerFrame(const FrameQuestion &q) {
    switch (q.analysis) {
        case FrameAnalysis::Buckling: {
            const auto s = solveBuckling(q.model, q.loadCase, q.count);
            if (!s) return tl::unexpected(s.error());
            return Json{{"factors", s->factors}};
        }
        case FrameAnalysis::Modes: {
            const auto s = solveModes(q.model, q.count);
            if (!s) return tl::unexpected(s.error());
            return Json{{"frequencies", s->frequencies}};
        }
        case FrameAnalysis::Plastic: {
            const auto s = solvePlastic(q.model, q.loadCase);
            if (!s) return tl::unexpected(s.error());
            return writePlastic(q.model, *s);
        }
        case FrameAnalysis::Large: {
            const auto s = solveLarge(q.model, q.loadCase, q.goal);
            if (!s) return tl::unexpected(s.error());
            return writeLarge(q.model, *s, q.goal.unload);
        }
        case FrameAnalysis::Static:
            break;
    }
    const auto s = solveStatic(q.model);
    if (!s) return tl::unexpected(s.error());
    return writeStatic(q.model, *s);
}

}  // namespace hefty::cli
