package dauntingledger.rulebook.response;

import java.util.List;

/** How options are called, in the order shown: A to Z, then AA, AB … */
final class Letters {

    private static final int ALPHABET = 26;

    private Letters() {}

    static String of(int index) {
        String last = String.valueOf((char) ('A' + index % ALPHABET));
        return index < ALPHABET ? last : of(index / ALPHABET - 1) + last;
    }

    /** Writes several options, apart from each other where one of them has two letters. */
    static String join(List<String> letters) {
        boolean simple = letters.stream().allMatch(letter -> letter.length() == 1);
        return String.join(simple ? "" : " ", letters);
    }
}
