package dauntingledger.app.papers;

import dauntingledger.rulebook.scoring.Key;

/** All that a package comes to. */
record ReadPaper(PaperText text, Key key) {}
