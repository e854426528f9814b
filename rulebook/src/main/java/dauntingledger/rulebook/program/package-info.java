/** What candidates' programs are asked, given and held to; running them is somebody else's part. */
@NullMarked
package dauntingledger.rulebook.program;

import org.jspecify.annotations.NullMarked;
