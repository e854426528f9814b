package dauntingledger.app.nodes;

/** Published when this node listens to the others, for the first time or again: anything may have been told before. */
public record Missed() {}
