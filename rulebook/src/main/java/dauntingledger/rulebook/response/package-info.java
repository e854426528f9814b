/** What a question asks for and what is given in answer: the kinds of interaction, in the terms of QTI 3.0. */
@NullMarked
package dauntingledger.rulebook.response;

import org.jspecify.annotations.NullMarked;
