/** The exam server: one package per business module. */
@NullMarked
package dauntingledger.app;

import org.jspecify.annotations.NullMarked;
