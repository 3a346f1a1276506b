# zg_layer(name sources... LINK libraries...): one library per folder, alias zg::name, headers included as "folder/file.h".
# A layer sees only what it links, so the order of folders in docs/architecture.md is enforced by the linker and the include paths.
# PRECOMPILE: headers that nearly every file of the layer includes anyway, read once; a file still includes what it needs.
function(zg_layer name)
  cmake_parse_arguments(LAYER "" "" "LINK;PRIVATE_LINK;PRECOMPILE" ${ARGN})
  add_library(zg_${name} STATIC ${LAYER_UNPARSED_ARGUMENTS})
  add_library(zg::${name} ALIAS zg_${name})
  # Headers of a layer are reachable only by targets that link it: the build tree holds one include root per layer.
  set(root ${CMAKE_BINARY_DIR}/include/${name})
  file(MAKE_DIRECTORY ${root})
  if(NOT EXISTS ${root}/${name})
    file(CREATE_LINK ${CMAKE_CURRENT_SOURCE_DIR} ${root}/${name} SYMBOLIC)
  endif()
  target_include_directories(zg_${name} PUBLIC ${root})
  target_link_libraries(zg_${name} PUBLIC ${LAYER_LINK} PRIVATE ${LAYER_PRIVATE_LINK} zg_warnings)
  if(LAYER_PRECOMPILE)
    target_precompile_headers(zg_${name} PRIVATE ${LAYER_PRECOMPILE})
  endif()
endfunction()

# zg_embed(target names...): embeds data files as string literals, read through the generated "embedded.h".
function(zg_embed target)
  foreach(name ${ARGN})
    get_filename_component(base ${name} NAME)
    string(MAKE_C_IDENTIFIER ${base} id)
    set(out ${CMAKE_CURRENT_BINARY_DIR}/embedded_${id}.cpp)
    set(in ${PROJECT_SOURCE_DIR}/data/${name})
    add_custom_command(OUTPUT ${out} COMMAND ${CMAKE_COMMAND} -DIN=${in} -DOUT=${out} -DID=${id} -P ${PROJECT_SOURCE_DIR}/cmake/embed.cmake
                       DEPENDS ${in} ${PROJECT_SOURCE_DIR}/cmake/embed.cmake)
    target_sources(${target} PRIVATE ${out})
  endforeach()
endfunction()
