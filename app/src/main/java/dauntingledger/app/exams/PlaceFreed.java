package dauntingledger.app.exams;

import dauntingledger.app.ledger.ExamId;

/** Tells that somebody was taken out of the roster of an exam. */
public record PlaceFreed(ExamId exam, String candidate) {}
