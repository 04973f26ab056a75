# carry_files(TARGET NAME FOLDER [FILE...]): every file below FOLDER, or those named, becomes part of TARGET, as
# the table `iron::NAME()` of (path below FOLDER, text), declared in records/carried.h.
function(carry_files target name folder)
    cmake_path(ABSOLUTE_PATH folder BASE_DIRECTORY ${CMAKE_CURRENT_SOURCE_DIR})
    set(files ${ARGN})
    if(NOT files)
        file(GLOB_RECURSE files CONFIGURE_DEPENDS RELATIVE ${folder} ${folder}/*)
    endif()
    list(FILTER files EXCLUDE REGEX "(^|/)(stopwatch-results|__pycache__)/")
    set(output ${CMAKE_CURRENT_BINARY_DIR}/${name}.cpp)
    set(inputs ${files})
    list(TRANSFORM inputs PREPEND ${folder}/)
    add_custom_command(
        OUTPUT ${output}
        COMMAND ${CMAKE_COMMAND} -DOUTPUT=${output} -DNAME=${name}
                -DFOLDER=${folder} "-DFILES=${files}"
                -P ${CMAKE_CURRENT_SOURCE_DIR}/cmake/write_carried.cmake
        DEPENDS ${inputs} ${CMAKE_CURRENT_SOURCE_DIR}/cmake/write_carried.cmake
        VERBATIM)
    target_sources(${target} PRIVATE ${output})
    set_source_files_properties(${output} PROPERTIES SKIP_UNITY_BUILD_INCLUSION ON SKIP_PRECOMPILE_HEADERS ON)
endfunction()
