/*
 * JavaScript for candidates' programs: QuickJS as a WASI module of two calls.
 *
 * prepare() makes the engine; the host then copies the memory, and each run begins from such a copy.
 * run() reads /program, runs it and what it has promised, and returns 0, or 1 after an error, which stands on the error stream
 * as "program:LINE" in its trace.
 *
 * The program has readLine(), print(...) and console.log(...) besides what ECMAScript gives it, and nothing else of the host.
 */
#include <stdio.h>
#include <stdlib.h>
#include <string.h>
#include "quickjs.h"

#define EXPORT(name) __attribute__((export_name(name)))

static const size_t STACK_LIMIT = 256u * 1024;

static JSRuntime *runtime;
static JSContext *context;

static const char PRELUDE[] =
    "(write) => {\n"
    "  const { stringify } = JSON, { isArray } = Array, { getPrototypeOf, prototype } = Object, text = String;\n"
    "  const plain = (value) => isArray(value) || getPrototypeOf(value) === prototype;\n"
    "  const shown = (value) =>\n"
    "    typeof value === 'object' && value !== null && plain(value) ? stringify(value) : text(value);\n"
    "  const print = (...values) => write(values.map(shown).join(' ') + '\\n');\n"
    "  globalThis.print = print;\n"
    "  globalThis.console = { log: print };\n"
    "}";

static JSValue write_text(JSContext *ctx, JSValueConst self, int count, JSValueConst *values) {
  size_t length;
  const char *text = JS_ToCStringLen(ctx, &length, values[0]);
  if (!text) return JS_EXCEPTION;
  size_t written = fwrite(text, 1, length, stdout);
  JS_FreeCString(ctx, text);
  return written == length ? JS_UNDEFINED : JS_ThrowInternalError(ctx, "the output could not be written");
}

static JSValue read_line(JSContext *ctx, JSValueConst self, int count, JSValueConst *values) {
  char *line = NULL;
  size_t room = 0;
  ssize_t length = getline(&line, &room, stdin);
  if (length < 0) {
    free(line);
    return JS_NULL;
  }
  if (length > 0 && line[length - 1] == '\n') length--;
  if (length > 0 && line[length - 1] == '\r') length--;
  JSValue read = JS_NewStringLen(ctx, line, length);
  free(line);
  return read;
}

static void put(JSValueConst object, const char *name, JSCFunction *function, int length) {
  JS_DefinePropertyValueStr(context, object, name, JS_NewCFunction(context, function, name, length),
                            JS_PROP_WRITABLE | JS_PROP_CONFIGURABLE);
}

EXPORT("prepare")
int prepare(void) {
  runtime = JS_NewRuntime();
  JS_SetMaxStackSize(runtime, STACK_LIMIT);
  context = JS_NewContext(runtime);
  if (!context) return 1;
  JSValue global = JS_GetGlobalObject(context);
  put(global, "readLine", read_line, 0);
  JSValue prelude = JS_Eval(context, PRELUDE, sizeof PRELUDE - 1, "host", JS_EVAL_TYPE_GLOBAL);
  JSValue write = JS_NewCFunction(context, write_text, "write", 1);
  JSValue done = JS_Call(context, prelude, JS_UNDEFINED, 1, &write);
  int failed = JS_IsException(done);
  JS_FreeValue(context, done);
  JS_FreeValue(context, write);
  JS_FreeValue(context, prelude);
  JS_FreeValue(context, global);
  return failed;
}

static void tell(JSContext *ctx) {
  JSValue error = JS_GetException(ctx);
  const char *text = JS_ToCString(ctx, error);
  fprintf(stderr, "%s\n", text ? text : "an error without words");
  JS_FreeCString(ctx, text);
  if (JS_IsError(ctx, error)) {
    JSValue stack = JS_GetPropertyStr(ctx, error, "stack");
    const char *trace = JS_IsUndefined(stack) ? NULL : JS_ToCString(ctx, stack);
    if (trace) fprintf(stderr, "%s", trace);
    JS_FreeCString(ctx, trace);
    JS_FreeValue(ctx, stack);
  }
  JS_FreeValue(ctx, error);
}

/* A promise that is refused and never caught is an error, as an exception is. */
static int unhandled;
static void rejected(JSContext *ctx, JSValueConst promise, JSValueConst reason, JS_BOOL handled, void *opaque) {
  unhandled += handled ? -1 : 1;
}

static char *program(size_t *length) {
  FILE *file = fopen("/program", "rb");
  if (!file) return NULL;
  fseek(file, 0, SEEK_END);
  *length = (size_t)ftell(file);
  rewind(file);
  char *text = malloc(*length + 1);
  if (text && fread(text, 1, *length, file) != *length) {
    free(text);
    text = NULL;
  }
  fclose(file);
  if (text) text[*length] = 0;
  return text;
}

static int evaluated(void) {
  size_t length;
  char *text = program(&length);
  if (!text) {
    fprintf(stderr, "there is no program\n");
    return 1;
  }
  JSValue result = JS_Eval(context, text, length, "program", JS_EVAL_TYPE_GLOBAL);
  if (JS_IsException(result)) {
    tell(context);
    return 1;
  }
  JSContext *at;
  int jobs;
  while ((jobs = JS_ExecutePendingJob(runtime, &at)) > 0) {
  }
  if (jobs < 0) {
    tell(at);
    return 1;
  }
  if (unhandled > 0) {
    fprintf(stderr, "a promise was refused and nothing caught it\n");
    return 1;
  }
  return 0;
}

EXPORT("run")
int run(void) {
  JS_UpdateStackTop(runtime);
  JS_SetHostPromiseRejectionTracker(runtime, rejected, NULL);
  int code = evaluated();
  return fflush(stdout) == 0 ? code : 1;
}
