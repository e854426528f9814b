/** Papers, entries and room views as plain values (maps, lists, strings, whole numbers) for any JSON library. */
@NullMarked
package dauntingledger.rulebook.plain;

import org.jspecify.annotations.NullMarked;
