#include "core/base/places.h"

#include <cstdlib>
#include <filesystem>

namespace hefty {
namespace {

namespace fs = std::filesystem;

std::string find(const char *installed, const char *inSource) {
    std::error_code ignored;
    if (const char *chosen = std::getenv("HEFTY_GIRDER_DATA"); chosen && *chosen)
        return (fs::path(chosen) / installed).string();
    const fs::path binary = fs::read_symlink("/proc/self/exe", ignored);
    const fs::path shared = binary.parent_path().parent_path() / "share" / "hefty-girder" / installed;
    if (!ignored && fs::exists(shared, ignored)) return shared.string();
    return (fs::path(HEFTY_SOURCE_DIR) / inSource).string();
}

}  // namespace

std::string stockFolder() {
    return find("stock", "resources/stock");
}
std::string demoFolder() {
    return find("demo", "demo");
}

}  // namespace hefty
