#include <filesystem>
#include <fstream>
#include <memory>
#include <sstream>

#include <unistd.h>

#include <dxflib/dl_dxf.h>
#include <dxflib/dl_writer_ascii.h>

#include "core/outline/drawing.h"

namespace hefty::outline {
namespace {

namespace fs = std::filesystem;

/// A file of its own that is gone with it: the library writes to files only.
class ScratchFile {
  public:
    ScratchFile() {
        std::string name = (fs::temp_directory_path() / "girder-XXXXXX").string();
        const int file = ::mkstemp(name.data());
        if (file >= 0) ::close(file);
        m_path = name;
    }
    ~ScratchFile() {
        std::error_code ignored;
        fs::remove(m_path, ignored);
    }
    ScratchFile(const ScratchFile &) = delete;
    ScratchFile &operator=(const ScratchFile &) = delete;
    [[nodiscard]] const char *path() const { return m_path.c_str(); }
    [[nodiscard]] std::string text() const {
        std::ifstream in(m_path, std::ios::binary);
        std::ostringstream out;
        out << in.rdbuf();
        return out.str();
    }

  private:
    std::string m_path;
};

constexpr int white = 7, red = 1, green = 3, blue = 5, violet = 6, pale = 8, thin = 13;

void writeTables(DL_Dxf &dxf, DL_WriterA &w) {
    w.sectionTables();
    dxf.writeVPort(w);
    w.tableLinetypes(3);
    for (const char *type : {"BYBLOCK", "BYLAYER", "CONTINUOUS"})
        dxf.writeLinetype(w, DL_LinetypeData(type, type, 0, 0, 0.0));
    w.tableEnd();
    w.tableLayers(7);
    for (const auto &[name, color] : {std::pair{"0", white},
                                      {"outline", white},
                                      {"holes", red},
                                      {"bend", green},
                                      {"mark", blue},
                                      {"engrave", violet},
                                      {"sheet", pale}})
        dxf.writeLayer(w, DL_LayerData(name, 0), DL_Attributes("", color, -1, thin, "CONTINUOUS", -1));
    w.tableEnd();
    w.tableStyle(1);
    dxf.writeStyle(w, DL_StyleData("Standard", 0, 2.5, 1.0, 0.0, 0, 2.5, "txt", ""));
    w.tableEnd();
    dxf.writeView(w);
    dxf.writeUcs(w);
    w.tableAppid(1);
    dxf.writeAppid(w, "ACAD");
    w.tableEnd();
    dxf.writeDimStyle(w, 2.5, 1.25, 0.625, 0.625, 2.5);
    dxf.writeBlockRecord(w);
    w.tableEnd();
    w.sectionEnd();
}

void writeBlocks(DL_Dxf &dxf, DL_WriterA &w) {
    w.sectionBlocks();
    for (const char *name : {"*Model_Space", "*Paper_Space", "*Paper_Space0"}) {
        dxf.writeBlock(w, DL_BlockData(name, 0, 0.0, 0.0, 0.0));
        dxf.writeEndBlock(w, name);
    }
    w.sectionEnd();
}

void writeLoop(DL_Dxf &dxf, DL_WriterA &w, const Loop &loop, const char *layer) {
    const DL_Attributes as(layer, 256, -1, -1, "BYLAYER", -1);
    Vec2 center = Vec2::Zero();
    double diameter = 0;
    if (isCircle(loop, center, diameter)) {
        dxf.writeCircle(w, DL_CircleData(center.x(), center.y(), 0, diameter / 2), as);
        return;
    }
    constexpr int closed = 1;
    dxf.writePolyline(w, DL_PolylineData(static_cast<int>(loop.size()), 0, 0, closed), as);
    for (const Corner &c : loop) dxf.writeVertex(w, DL_VertexData(c.at.x(), c.at.y(), 0, c.bulge));
    dxf.writePolylineEnd(w);
}

}  // namespace

std::string writeDxf(const std::vector<Outline> &parts, const std::vector<MarkLine> &marks,
                     const std::vector<MarkText> &texts) {
    const ScratchFile file;
    DL_Dxf dxf;
    {
        const std::unique_ptr<DL_WriterA> w(dxf.out(file.path(), DL_Codes::AC1015));
        if (!w) return {};
        dxf.writeHeader(*w);
        w->dxfString(9, "$INSUNITS");
        constexpr int millimeters = 4;
        w->dxfInt(70, millimeters);
        w->sectionEnd();
        writeTables(dxf, *w);
        writeBlocks(dxf, *w);
        w->sectionEntities();
        for (const Outline &part : parts) {
            writeLoop(dxf, *w, part.outer, "outline");
            for (const Loop &h : part.holes) writeLoop(dxf, *w, h, "holes");
        }
        for (const MarkLine &m : marks)
            dxf.writeLine(*w, DL_LineData(m.from.x(), m.from.y(), 0, m.to.x(), m.to.y(), 0),
                          DL_Attributes(m.layer, 256, -1, -1, "BYLAYER", -1));
        for (const MarkText &t : texts)
            dxf.writeText(*w,
                          DL_TextData(t.at.x(), t.at.y(), 0, t.at.x(), t.at.y(), 0, t.height, 1, 0, 0, 0,
                                      t.text, "Standard", 0),
                          DL_Attributes(t.layer, 256, -1, -1, "BYLAYER", -1));
        w->sectionEnd();
        dxf.writeObjects(*w);
        dxf.writeObjectsEnd(*w);
        w->dxfEOF();
        w->close();
    }
    return file.text();
}

}  // namespace hefty::outline
