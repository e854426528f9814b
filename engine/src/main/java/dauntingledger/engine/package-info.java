/** Runs candidates' programs in WebAssembly: the engines, and the process apart that they run in. */
@NullMarked
package dauntingledger.engine;

import org.jspecify.annotations.NullMarked;
