/** Measures a running exam server and its interface, and prints what it finds as ratios and sizes. */
@NullMarked
package dauntingledger.bench;

import org.jspecify.annotations.NullMarked;
