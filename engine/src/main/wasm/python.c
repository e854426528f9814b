/*
 * Python for candidates' programs: CPython as a WASI module of two calls.
 *
 * prepare() makes the interpreter and loads the modules that programs ask for most; the host then copies the memory, and each
 * run begins from such a copy. run() runs /program as the main module and returns 0, or 1 after an error, whose traceback
 * stands on the error stream. A program that calls exit() ends by WASI's proc_exit.
 *
 * Nothing is read from the environment, hashes of texts are the same in each run, and modules come out of /lib alone.
 */
#include <Python.h>

#define EXPORT(name) __attribute__((export_name(name)))

static const char *const LOADED[] = {"math",      "re",       "collections", "itertools", "functools", "heapq",
                                     "bisect",    "datetime", "decimal",     "fractions", "random",    "string",
                                     "json",      "operator", "statistics",  "typing",    "dataclasses", "enum"};

static int failed(PyStatus status) {
  if (!PyStatus_Exception(status)) return 0;
  fprintf(stderr, "%s: %s\n", status.func ? status.func : "python", status.err_msg ? status.err_msg : "no start");
  return 1;
}

EXPORT("prepare")
int prepare(void) {
  PyPreConfig before;
  PyPreConfig_InitIsolatedConfig(&before);
  before.utf8_mode = 1;
  if (failed(Py_PreInitialize(&before))) return 1;

  PyConfig config;
  PyConfig_InitIsolatedConfig(&config);
  config.use_hash_seed = 1;
  config.hash_seed = 0;
  config.site_import = 0;
  config.write_bytecode = 0;
  config.pathconfig_warnings = 0;
  config.parse_argv = 0;
  config.module_search_paths_set = 1;
  wchar_t *argv[] = {L"program"};
  if (failed(PyConfig_SetString(&config, &config.home, L"/"))
      || failed(PyConfig_SetString(&config, &config.program_name, L"python3"))
      || failed(PyConfig_SetString(&config, &config.stdio_encoding, L"utf-8"))
      || failed(PyConfig_SetString(&config, &config.stdio_errors, L"replace"))
      || failed(PyConfig_SetArgv(&config, 1, argv))
      || failed(PyWideStringList_Append(&config.module_search_paths, L"/lib"))
      || failed(Py_InitializeFromConfig(&config))) {
    return 1;
  }
  PyConfig_Clear(&config);
  for (size_t i = 0; i < sizeof LOADED / sizeof *LOADED; i++) {
    PyObject *module = PyImport_ImportModule(LOADED[i]);
    if (!module) {
      PyErr_Print();
      return 1;
    }
    Py_DECREF(module);
  }
  /* exit() and quit(), which the site module would put there. */
  return PyRun_SimpleString("import builtins, sys, random\n"
                            "builtins.exit = builtins.quit = sys.exit\n"
                            "random.seed(1)\n"
                            "del builtins, sys, random\n");
}

/* Runs what was registered for the end, and writes what waits to be written. */
static int finished(int code) {
  PyObject *atexit = PyImport_ImportModule("atexit");
  PyObject *done = atexit ? PyObject_CallMethod(atexit, "_run_exitfuncs", NULL) : NULL;
  if (!done) {
    PyErr_Print();
    code = 1;
  }
  Py_XDECREF(done);
  Py_XDECREF(atexit);
  const char *const streams[] = {"stdout", "stderr"};
  for (int i = 0; i < 2; i++) {
    PyObject *stream = PySys_GetObject(streams[i]);
    PyObject *flushed = stream && stream != Py_None ? PyObject_CallMethod(stream, "flush", NULL) : NULL;
    if (!flushed) {
      PyErr_Clear();
      code = stream && stream != Py_None ? 1 : code;
    }
    Py_XDECREF(flushed);
  }
  return code;
}

EXPORT("run")
int run(void) {
  FILE *file = fopen("/program", "rb");
  if (!file) {
    fprintf(stderr, "there is no program\n");
    return 1;
  }
  return finished(PyRun_SimpleFileEx(file, "program", 1) == 0 ? 0 : 1);
}
