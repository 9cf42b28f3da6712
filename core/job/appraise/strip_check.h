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

/// The id of a check, with its piece at the end where a job has several, as in the findings about it.
[[nodiscard]] inline std::string checkOf(const std::string &check, const std::string &piece,
                                         std::size_t pieces) {
    return pieces > 1 ? check + "@" + piece : check;
}

}  // namespace hefty::job
