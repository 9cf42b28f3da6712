# Each floor of the house (core/<name>) is one static library that can include only the floors it
# names: the compiler sees the header folder of a floor through a link in the build tree, and that
# link is on the include path only of those who link the floor.

add_library(hefty_warnings INTERFACE)
target_compile_options(hefty_warnings INTERFACE -Wall -Wextra -Wpedantic -Wshadow -Wnon-virtual-dtor
                                                -Woverloaded-virtual -Wnull-dereference -Werror)
# g++ 12 reports false null dereferences and uninitialized values inside optimized Eigen and
# libstdc++ code; the warnings stay on where the optimizer does not invent them (Debug, sanitize).
target_compile_options(hefty_warnings INTERFACE
  $<$<CONFIG:Release>:-Wno-null-dereference -Wno-maybe-uninitialized -Wno-array-bounds -Wno-stringop-overflow -Wno-restrict>)
# A null pointer stops the program without a check, and Eigen asserts how its values are aligned: both checks
# of the undefined-behavior sanitizer stand before every access and take as long as all its others.
if(HEFTY_SANITIZE)
  target_compile_options(hefty_warnings INTERFACE -fsanitize=${HEFTY_SANITIZE}
                         -fno-sanitize-recover=undefined -fno-sanitize=null,alignment
                         -fno-omit-frame-pointer -O1
                         -Wno-null-dereference -Wno-maybe-uninitialized)
  target_link_options(hefty_warnings INTERFACE -fsanitize=${HEFTY_SANITIZE})
endif()

# What all programs are linked with. oneTBB's allocator takes the place of the system's, in which threads that
# compute side by side wait for each other; the sanitizers bring their own.
add_library(hefty_program INTERFACE)
target_link_libraries(hefty_program INTERFACE hefty_warnings)
if(NOT HEFTY_SANITIZE)
  target_link_libraries(hefty_program INTERFACE TBB::tbbmalloc_proxy)
endif()

# The libraries' headers take more time to compile than most of our files: floors with many files share them
# compiled once, those that use CGAL with its options.
function(hefty_library_headers name)
  if(NOT EXISTS ${CMAKE_BINARY_DIR}/${name}.cpp)  # written anew it would be compiled anew
    file(WRITE ${CMAKE_BINARY_DIR}/${name}.cpp "")
  endif()
  add_library(${name} OBJECT ${CMAKE_BINARY_DIR}/${name}.cpp)
  target_link_libraries(${name} PRIVATE hefty_warnings Eigen3::Eigen fmt::fmt nlohmann_json::nlohmann_json
                                        tl::expected ${ARGN})
  target_precompile_headers(${name} PRIVATE <algorithm> <cmath> <functional> <map> <memory> <optional> <set>
    <span> <string> <variant> <vector> <Eigen/Dense> <fmt/format.h> <nlohmann/json.hpp> <tl/expected.hpp>)
endfunction()

function(hefty_floor name)
  cmake_parse_arguments(FLOOR "" "" "SOURCES;BELOW;LIBRARIES" ${ARGN})
  set(stair ${CMAKE_BINARY_DIR}/stairs/${name})
  file(MAKE_DIRECTORY ${stair}/core)
  file(CREATE_LINK ${CMAKE_CURRENT_SOURCE_DIR}/${name} ${stair}/core/${name} SYMBOLIC)
  list(TRANSFORM FLOOR_SOURCES PREPEND ${name}/)
  if(FLOOR_SOURCES)
    add_library(hefty_${name} STATIC ${FLOOR_SOURCES})
    target_include_directories(hefty_${name} PUBLIC ${stair})
    target_link_libraries(hefty_${name} PRIVATE hefty_warnings)
    set(reach PUBLIC)
  else()
    add_library(hefty_${name} INTERFACE)
    target_include_directories(hefty_${name} INTERFACE ${stair})
    set(reach INTERFACE)
  endif()
  list(TRANSFORM FLOOR_BELOW PREPEND hefty_)
  target_link_libraries(hefty_${name} ${reach} ${FLOOR_BELOW} ${FLOOR_LIBRARIES})
  if(name MATCHES "^(survey|outline|mechanics|stock|rig|joints|clearance|parts|armor)$")
    target_precompile_headers(hefty_${name} REUSE_FROM hefty_headers)
  elseif(name MATCHES "^(proof|workshop|exchange|job|handout)$")
    target_precompile_headers(hefty_${name} REUSE_FROM hefty_headers_cgal)
  endif()
endfunction()

# Writes a source file that calls the function of every file of a folder: patterns/rear_beam.cpp has
# Pattern rearBeam().
function(hefty_folder_list out type function header)
  set(declared "")
  set(called "")
  foreach(file ${ARGN})
    get_filename_component(stem ${file} NAME_WE)
    string(REPLACE "_" ";" words ${stem})
    set(name "")
    foreach(word ${words})
      if(name STREQUAL "")
        set(name ${word})
      else()
        string(SUBSTRING ${word} 0 1 first)
        string(SUBSTRING ${word} 1 -1 rest)
        string(TOUPPER ${first} first)
        string(APPEND name ${first}${rest})
      endif()
    endforeach()
    string(APPEND declared "${type} ${name}();\n")
    string(APPEND called "    all.push_back(${name}());\n")
  endforeach()
  file(CONFIGURE OUTPUT ${out} CONTENT "#include \"@header@\"

namespace hefty::armor {

@declared@
std::vector<@type@> @function@() {
    std::vector<@type@> all;
@called@    return all;
}

}  // namespace hefty::armor
" @ONLY)
endfunction()
