file(READ ${IN} text)
file(WRITE ${OUT} "namespace zg::embedded {\nextern const char* const ${ID};\nconst char* const ${ID} = R\"zgdata(${text})zgdata\";\n}\n")
