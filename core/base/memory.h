#pragma once

namespace hefty {

/// From here on memory of large blocks goes back to the system as soon as it is let go, in place of being
/// kept for later: proofs take hundreds of megabytes for moments. To be called first of all in a program.
void returnLargeMemory();

}  // namespace hefty
