package dauntingledger.app.papers;

import java.util.List;

/** Knows which papers are being sat: what they ask must not be practised. */
public interface LivePapers {

    /**
     * A paper in an exam that is announced and not yet closed.
     *
     * @param exam what the exam is called
     */
    record Live(PaperRef paper, String exam) {}

    List<Live> live();
}
