#pragma once

#include <array>
#include <string>
#include <utility>

namespace hefty::job {

/// The check that stands for that of a finding where plates are strips: "member/tray" for "check/plate/tray".
[[nodiscard]] inline std::string stripCheck(const std::string &finding) {
    std::string id = finding.substr(finding.find('/') + 1);
    constexpr std::array<std::pair<std::string_view, std::string_view>, 4> plain{
        {{"plate/", "member/"}, {"seam/", "weld/"}, {"fatigue/", "weld/"}, {"toe/", "member/"}}};
    for (const auto &[close, strip] : plain)
        if (id.starts_with(close)) return std::string(strip) + id.substr(close.size());
    return id;
}

}  // namespace hefty::job
