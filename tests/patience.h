#pragma once

/// How long tests wait for a window or a program.
namespace hefty::testing {

/// Under sanitizers everything takes several times as long.
#if defined(__SANITIZE_ADDRESS__) || defined(__SANITIZE_THREAD__)
inline constexpr int patience = 10;
#else
inline constexpr int patience = 1;
#endif

}  // namespace hefty::testing
