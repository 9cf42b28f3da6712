#include <fmt/format.h>

#include "core/base/constants.h"
#include "core/job/appraise/clearing.h"
#include "core/job/appraise/pieces_below.h"
#include "core/job/names.h"

namespace hefty::job {
namespace {

using measure::Quantity;

std::vector<const armor::Assembly *> assemblies(const Appraisal &appraisal) {
    std::vector<const armor::Assembly *> out;
    for (const PieceAppraisal &p : appraisal.pieces) out.push_back(p.assembly ? &*p.assembly : nullptr);
    return out;
}

struct LoadState {
    const char *name;
    bool laden, bumped;
};
constexpr std::array<LoadState, 3> loadStates{
    {{"unladen", false, false}, {"laden", true, false}, {"on the stops", true, true}}};

/// Each tire, unladen, laden and on its bump stops.
void addVariants(Appraisal &a, const Job &job, const std::stop_token &stop) {
    const rig::Loadout &loadout = job.vehicle.loadout;
    std::vector<std::string> tires;
    for (const rig::TireOption &t : loadout.tires) tires.push_back(t.id);
    if (tires.empty()) tires.emplace_back();
    for (const std::string &tire : tires)
        for (const LoadState &state : loadStates) {
            if (stop.stop_requested()) return;
            ClearanceVariant v;
            v.tire = tire;
            v.load = state.name;
            const auto stood =
                rig::stand(job.vehicle, *a.rig, {tire, state.laden, state.bumped, armorMasses(a)});
            if (!stood) {
                v.why = stood.error().message;
            } else if (auto c = clearance::angles(clearingOf(job, assemblies(a), *stood).model)) {
                v.clearance = std::move(*c);
            } else {
                v.why = c.error().message;
            }
            a.variants.push_back(std::move(v));
        }
}

/// What one step of each setting that can be dragged does to the angles at the front.
class GainFinder {
  public:
    GainFinder(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop)
        : m_appraisal(appraisal), m_job(job), m_stock(stock), m_stop(std::move(stop)) {}

    void run() {
        if (!m_appraisal.clearance || !m_appraisal.stood) return;
        for (std::size_t i = 0; i < m_job.pieces.size() && i < m_appraisal.pieces.size(); ++i) {
            if (!m_appraisal.pieces[i].assembly) continue;
            std::vector<std::string> tried;
            for (const armor::Handle &h : m_appraisal.pieces[i].assembly->handles) {
                if (std::find(tried.begin(), tried.end(), h.setting) != tried.end()) continue;
                tried.push_back(h.setting);
                for (const double step : {angleStep, -angleStep}) {
                    if (m_stop.stop_requested()) return;
                    attempt(i, h.setting, step);
                }
            }
        }
        std::stable_sort(m_appraisal.gains.begin(), m_appraisal.gains.end(),
                         [](const AngleGain &a, const AngleGain &b) { return a.change > b.change; });
    }

  private:
    void attempt(std::size_t index, const std::string &setting, double step) {
        const armor::Piece &piece = m_job.pieces[index];
        const armor::Pattern *pattern = armor::pattern(piece.pattern);
        const armor::SettingDescriptor *d = pattern ? pattern->setting(setting) : nullptr;
        if (!d || d->quantity != Quantity::Length) return;
        const double before = armor::number(piece, *pattern, setting);
        const double after = before + step;
        if (after < d->least || after > d->most) return;
        AngleGain gain;
        gain.edit.piece = piece.id;
        gain.edit.settings[setting] = after;
        const Job changed = apply(m_job, gain.edit);
        const auto built = buildPiece(changed, changed.pieces[index], m_appraisal, m_stock);
        if (!built) return;
        std::vector<const armor::Assembly *> pieces = assemblies(m_appraisal);
        pieces[index] = &*built;
        const auto c = clearance::angles(clearingOf(changed, pieces, *m_appraisal.stood).model);
        if (!c) return;
        gain.label = {fmt::format("{} {{0}} to {{1}}", d->name),
                      {{before, Quantity::Length}, {after, Quantity::Length}}};
        const clearance::Clearance &now = *m_appraisal.clearance;
        offer("approach", now.approach.whole, c->approach.whole, gain);
        offer("wheelPath", now.approach.wheelPath, c->approach.wheelPath, gain);
        offer("departure", now.departure.whole, c->departure.whole, gain);
        offer("breakover", now.breakover, c->breakover, gain);
    }

    void offer(const char *gauge, const clearance::LimitAngle &before, const clearance::LimitAngle &after,
               AngleGain gain) {
        const double worth = radians(0.05);
        if (!before.angle || !after.angle || *after.angle - *before.angle < worth) return;
        gain.gauge = gauge;
        gain.change = *after.angle - *before.angle;
        gain.then = nameOf(m_job, m_appraisal, after.governs);
        m_appraisal.gains.push_back(std::move(gain));
    }

    Appraisal &m_appraisal;
    const Job &m_job;
    const stock::Stock &m_stock;
    std::stop_token m_stop;
};

}  // namespace

void addStandings(Appraisal &appraisal, const Job &job, const stock::Stock &stock, std::stop_token stop) {
    if (!appraisal.rig) return;
    addVariants(appraisal, job, stop);
    GainFinder(appraisal, job, stock, stop).run();
}

}  // namespace hefty::job
