package dauntingledger.app.exams;

import dauntingledger.rulebook.exam.ExamState;

/** Tells that an exam was brought to a state; it is committed. */
public record ExamBrought(Exam exam, ExamState to) {}
