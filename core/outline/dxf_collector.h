#pragma once

#include <map>
#include <string>
#include <vector>

#include <dxflib/dl_creationadapter.h>
#include <Eigen/Geometry>

#include "core/outline/drawing.h"

/// Inside of the outline floor: what dxflib tells of a file, gathered.
namespace hefty::outline {

inline constexpr double meets = 0.05;  // of a unit of the file: ends that are nearer are one

/// A line or arc that may be part of a closed line.
struct Piece {
    Vec2 from = Vec2::Zero(), to = Vec2::Zero();
    double bulge = 0;
    std::string entity;
    bool used = false;
};

/// What stands in the drawing itself or in a block.
struct DxfBag {
    struct Insert {
        std::string block;
        Eigen::Affine2d place = Eigen::Affine2d::Identity();
    };
    Vec2 base = Vec2::Zero();  ///< of a block: what comes to stand where it is inserted
    std::vector<Loop> loops;
    std::vector<Piece> pieces;
    std::vector<Insert> inserts;
};

class DxfCollector : public DL_CreationAdapter {
  public:
    DxfBag drawing;
    std::map<std::string, DxfBag> blocks;
    std::map<std::string, int> others;  ///< entities that are no outlines, by name: how many
    int units = 0;                      ///< $INSUNITS

    void setVariableInt(const std::string &key, int value, int code) override;
    void addBlock(const DL_BlockData &d) override;
    void endBlock() override { m_bag = &drawing; }
    void addInsert(const DL_InsertData &d) override;
    void addLine(const DL_LineData &d) override;
    void addArc(const DL_ArcData &d) override;
    void addCircle(const DL_CircleData &d) override;
    void addEllipse(const DL_EllipseData &d) override;
    void addPolyline(const DL_PolylineData &d) override;
    void addVertex(const DL_VertexData &d) override;
    void addSpline(const DL_SplineData &d) override;
    void addControlPoint(const DL_ControlPointData &d) override;
    void addKnot(const DL_KnotData &d) override;
    void endSequence() override { finish(); }
    void endEntity() override { finish(); }
    void addText(const DL_TextData &) override { ++others["TEXT"]; }
    void addMText(const DL_MTextData &) override { ++others["MTEXT"]; }
    void addPoint(const DL_PointData &) override { ++others["POINT"]; }
    void addHatch(const DL_HatchData &) override { ++others["HATCH"]; }
    void addSolid(const DL_SolidData &) override { ++others["SOLID"]; }
    void addTrace(const DL_TraceData &) override { ++others["TRACE"]; }
    void add3dFace(const DL_3dFaceData &) override { ++others["3DFACE"]; }
    void addImage(const DL_ImageData &) override { ++others["IMAGE"]; }
    void addLeader(const DL_LeaderData &) override { ++others["LEADER"]; }
    void addXLine(const DL_XLineData &) override { ++others["XLINE"]; }
    void addRay(const DL_RayData &) override { ++others["RAY"]; }
    void addDimAlign(const DL_DimensionData &, const DL_DimAlignedData &) override { ++others["DIMENSION"]; }
    void addDimLinear(const DL_DimensionData &, const DL_DimLinearData &) override { ++others["DIMENSION"]; }
    void addDimRadial(const DL_DimensionData &, const DL_DimRadialData &) override { ++others["DIMENSION"]; }
    void addDimDiametric(const DL_DimensionData &, const DL_DimDiametricData &) override {
        ++others["DIMENSION"];
    }
    void addDimAngular(const DL_DimensionData &, const DL_DimAngular2LData &) override {
        ++others["DIMENSION"];
    }

    /// Files whose splines are given by the points they pass through alone.
    int fittedSplines = 0;

  private:
    void finish();
    void finishSpline();
    /// Straight pieces through points, or a loop if they come round.
    void addRun(const std::vector<Vec2> &points, const char *entity);

    DxfBag *m_bag = &drawing;
    bool m_open = false, m_closed = false, m_spline = false;
    std::string m_entity;
    Loop m_line;
    unsigned m_degree = 3;
    std::vector<double> m_knots;
    std::vector<Eigen::Vector3d> m_controls;  ///< x w, y w, w
};

}  // namespace hefty::outline
