# carry_files(TARGET NAME FOLDER): every file below FOLDER becomes part of TARGET, as the table
# `iron::NAME()` of (path below FOLDER, text), declared in lab/carried.h.
function(carry_files target name folder)
    file(GLOB_RECURSE files CONFIGURE_DEPENDS RELATIVE ${CMAKE_CURRENT_SOURCE_DIR}/${folder}
         ${CMAKE_CURRENT_SOURCE_DIR}/${folder}/*)
    list(FILTER files EXCLUDE REGEX "(^|/)(stopwatch-results|__pycache__)/")
    set(output ${CMAKE_CURRENT_BINARY_DIR}/${name}.cpp)
    set(inputs ${files})
    list(TRANSFORM inputs PREPEND ${CMAKE_CURRENT_SOURCE_DIR}/${folder}/)
    add_custom_command(
        OUTPUT ${output}
        COMMAND ${CMAKE_COMMAND} -DOUTPUT=${output} -DNAME=${name}
                -DFOLDER=${CMAKE_CURRENT_SOURCE_DIR}/${folder} "-DFILES=${files}"
                -P ${CMAKE_CURRENT_SOURCE_DIR}/cmake/write_carried.cmake
        DEPENDS ${inputs} ${CMAKE_CURRENT_SOURCE_DIR}/cmake/write_carried.cmake
        VERBATIM)
    target_sources(${target} PRIVATE ${output})
    set_source_files_properties(${output} PROPERTIES SKIP_UNITY_BUILD_INCLUSION ON)
endfunction()
