#pragma once

#include "core/proof/model/idealization.h"

/// Inside of the proof floor: the straight ways along which tubes and strips of plates are followed as bars.
namespace hefty::proof {

/// A stretch of a tube that is taken out of its ways, as its walls are shells.
struct TubeCut {
    std::string part;
    double from = 0, to = 0;            ///< stations, mm
    std::vector<int> ringFrom, ringTo;  ///< nodes around its two ends
};

/// A straight way along a part, on which nodes are wanted at its stops.
struct Way {
    std::string part;
    const armor::BarPart *tube = nullptr;
    const armor::SheetPart *plate = nullptr;
    armor::Strip strip;
    Vec3 from = Vec3::Zero(), to = Vec3::Zero();
    double start = 0;  ///< station of `from`: a tube with a stretch of shells has two ways or more, mm
    std::vector<int> stops;
    Vec3 up = Vec3::UnitZ();  ///< of a bar's section
};

/// A place on a way where a node is wanted.
struct Stop {
    int way = 0;
    double t = 0;
    int same = -1;  ///< a stop on another way that is the same place
    int node = -1;
    bool holds = false;  ///< something is joined here
};

/// What a tube is as a bar, at a station.
[[nodiscard]] Bar tubeBar(const armor::BarPart &tube, double station);

/// Gathers ways and stops, then makes nodes and bars of them in an idealization.
class Ways {
  public:
    /// @param merge  stops nearer than this share a node [mm]
    Ways(Idealization &out, double merge) : m_out(out), m_merge(merge) {}

    /// @param cuts  stretches that are shells and no bars
    void addTubes(const armor::Assembly &assembly, const std::vector<TubeCut> &cuts);
    /// Plates along their strips; strips of one plate share a node where they cross.
    void addStrips(const armor::Assembly &assembly);

    [[nodiscard]] bool has(const std::string &part) const;
    /// True if a way of the part runs in this direction, within 45 degrees.
    [[nodiscard]] bool runsAlong(const std::string &part, const Vec3 &direction) const;
    /// A stop at the place of a part nearest to a point; -1 if the part has no way.
    int attach(const std::string &part, const Vec3 &at);
    /// Binds the rings of the cuts to the bars that end there. @pre makeNodes() was called
    void bindCuts(const std::vector<TubeCut> &cuts);

    void makeNodes();  ///< @pre all stops are there
    void makeBars();
    [[nodiscard]] int nodeOf(int stop) const { return m_stops[static_cast<std::size_t>(stop)].node; }
    [[nodiscard]] std::vector<int> nodesOf(const std::string &part) const;
    /// Node on a tube that is nearest to a point; -1 without tubes.
    [[nodiscard]] int nearestTubeNode(const Vec3 &at) const;

  private:
    void addBent(const armor::BarPart &bar, const std::vector<TubeCut> &cuts);
    void addEnds(int way, double longest);
    int addStop(int way, double t);
    void crossStrips();
    [[nodiscard]] Vec3 placeOf(const Stop &s) const;
    void addBar(const Way &w, int from, int to, double s0, double s1);
    [[nodiscard]] double freeLength(const Way &w, double s0, double s1) const;

    Idealization &m_out;
    double m_merge;
    std::vector<Way> m_ways;
    std::vector<Stop> m_stops;
};

int newNode(Idealization &out, const std::string &id, const Vec3 &at);
/// A node at a place, moving with another as one body.
int arm(Idealization &out, int master, const std::string &id, const Vec3 &at);
int materialIndex(Idealization &out, const stock::Material &material);
/// Adds a beam and what it stands for; returns the beam.
int pushBeam(Idealization &out, Bar bar, int from, int to, const Vec3 &up, const stock::Material &material);

}  // namespace hefty::proof
