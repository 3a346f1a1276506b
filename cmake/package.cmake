# What an installation holds, and the Debian package made of it: cmake --install <build> --prefix <where>, cpack -G DEB.
include(GNUInstallDirs)
install(TARGETS zg RUNTIME DESTINATION ${CMAKE_INSTALL_BINDIR})
set(packaging ${CMAKE_SOURCE_DIR}/packaging)
set(made ${CMAKE_BINARY_DIR}/packaging)
add_custom_command(OUTPUT ${made}/zg.1 ${made}/zg.bash
  COMMAND ${CMAKE_COMMAND} -E make_directory ${made}
  COMMAND zg manual > ${made}/zg.1
  COMMAND zg completion > ${made}/zg.bash
  DEPENDS zg VERBATIM)
add_custom_target(manual ALL DEPENDS ${made}/zg.1 ${made}/zg.bash)
install(FILES ${made}/zg.1 DESTINATION ${CMAKE_INSTALL_MANDIR}/man1)
install(FILES ${made}/zg.bash DESTINATION ${CMAKE_INSTALL_DATADIR}/bash-completion/completions RENAME zg)
install(FILES demo/kelp-lane.zgj DESTINATION ${CMAKE_INSTALL_DATADIR}/zealous-girder/demo)
install(FILES schema/job.schema.json schema/result.schema.json schema/plates.schema.json
  DESTINATION ${CMAKE_INSTALL_DATADIR}/zealous-girder/schema)
if(ZG_GUI)
  install(TARGETS zealous-girder RUNTIME DESTINATION ${CMAKE_INSTALL_BINDIR})
  install(FILES src/app/resources/icon.svg DESTINATION ${CMAKE_INSTALL_DATADIR}/icons/hicolor/scalable/apps
    RENAME zealous-girder.svg)
  install(FILES ${packaging}/zealous-girder.desktop DESTINATION ${CMAKE_INSTALL_DATADIR}/applications)
  install(FILES ${packaging}/zealous-girder.metainfo.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/metainfo)
  install(FILES ${packaging}/zealous-girder.mime.xml DESTINATION ${CMAKE_INSTALL_DATADIR}/mime/packages RENAME zealous-girder.xml)
endif()

set(CPACK_GENERATOR DEB)
set(CPACK_PACKAGE_NAME zealous-girder)
set(CPACK_PACKAGE_VENDOR "Zealous Girder")
set(CPACK_PACKAGE_CONTACT "Zealous Girder developers <developers@zealous-girder.invalid>")
set(CPACK_PACKAGE_DESCRIPTION_SUMMARY "Verify moment-resisting steel joints by the component method and by plates")
set(CPACK_PACKAGING_INSTALL_PREFIX /usr)
set(CPACK_STRIP_FILES ON)
set(CPACK_DEBIAN_FILE_NAME DEB-DEFAULT)
set(CPACK_DEBIAN_PACKAGE_SECTION science)
set(CPACK_DEBIAN_PACKAGE_SHLIBDEPS ON)
# The fonts that reports and window are set in, and what draws the icons: loaded, not linked.
set(CPACK_DEBIAN_PACKAGE_DEPENDS "fonts-inter, fonts-dejavu-core, fonts-dejavu-extra, libqt6svg6")
include(CPack)
