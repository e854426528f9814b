package dauntingledger.app.exams;

import dauntingledger.app.ledger.Appointment;
import dauntingledger.app.ledger.ExamId;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/** Schools, companies and teachers who may enter candidates of their own for exams. */
public interface Centres {

    /** Why somebody cannot be entered whose centre has entered as many as it may. */
    String FULL = "centre-full";

    int LONGEST_NAME = 120;

    /** A centre. */
    record Centre(long id, String name) {}

    /** Returns all centres by name. */
    List<Centre> all();

    Optional<Centre> find(long centre);

    /** @throws IllegalStateException if another centre has this name */
    Centre make(String name);

    /** Lets centres enter candidates for an exam: how many each; who has none may not. */
    void allow(ExamId exam, Map<Long, Integer> places);

    /** Returns how many candidates each centre may enter for an exam. */
    Map<Long, Integer> allowed(ExamId exam);

    /** Returns the exams for which a centre may enter candidates or has, those that open last first. */
    List<ExamId> examsOf(long centre);

    /** Returns the candidates of a centre in an exam, by number; nobody else's. */
    List<Appointment> roster(ExamId exam, long centre);
}
