package dauntingledger.app.office;

import dauntingledger.rulebook.paper.ItemId;
import java.util.ArrayList;
import java.util.List;

/** Deals the answers of a booklet out to its pages. Heights are in points, from the top of the field of a page. */
final class BookletLayout {

    static final float FIELD = 620;
    static final float HEADING = 34;
    static final float LINE = 25;
    private static final float GAP = 22;
    private static final int FEWEST_LINES = 3;

    private final List<List<Piece>> pages = new ArrayList<>();
    private float used = FIELD;

    private BookletLayout() {}

    /**
     * Space for an answer.
     *
     * @param item which question
     * @param section the title of its section, as the candidate reads it
     * @param number the number of its question there
     * @param title what it is called; may be empty
     * @param marks what it is worth, in words
     * @param lines ruled lines; 0 for a page to draw on
     */
    record Answer(ItemId item, String section, int number, String title, String marks, int lines) {}

    /**
     * What of an answer is on one page.
     *
     * @param lines ruled lines on this page; 0 for an empty field
     * @param top of its heading
     * @param height with the heading
     */
    record Piece(Answer answer, boolean continued, int lines, float top, float height) {}

    static List<List<Piece>> pages(List<Answer> answers) {
        BookletLayout layout = new BookletLayout();
        answers.forEach(layout::add);
        return layout.pages;
    }

    private void add(Answer answer) {
        if (answer.lines() == 0) {
            turn();
            put(answer, false, 0, FIELD);
            return;
        }
        int left = answer.lines();
        while (left > 0) {
            if (fitting() < Math.min(left, FEWEST_LINES)) {
                turn();
            }
            int here = Math.min(left, fitting());
            put(answer, left < answer.lines(), here, HEADING + here * LINE);
            left -= here;
        }
    }

    private int fitting() {
        return (int) ((FIELD - used - HEADING) / LINE);
    }

    private void turn() {
        pages.add(new ArrayList<>());
        used = 0;
    }

    private void put(Answer answer, boolean continued, int lines, float height) {
        pages.getLast().add(new Piece(answer, continued, lines, used, height));
        used += height + GAP;
    }
}
