package dauntingledger.rulebook.response;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** How what is typed into a box is understood. */
public sealed interface Reading {

    /** Returns what {@code typed} is judged as, in the lexical form of its base type, or empty if it cannot be read. */
    Optional<String> read(String typed);

    /** Returns everything that is wrong with these rules, a sentence each. */
    List<String> findings();

    /**
     * A number, after which a unit may stand.
     *
     * @param units what each unit is worth in the unit of the key; with any, one of them must be written
     * @param leastFigures how many significant figures must be written at least; 0 for any number
     * @param mostFigures how many significant figures may be written at most; 0 for any number
     */
    record AsNumber(Map<String, Rational> units, int leastFigures, int mostFigures) implements Reading {

        /** Any number, without a unit. */
        public static final AsNumber PLAIN = new AsNumber(Map.of(), 0, 0);

        private static final int MOST_FIGURES = 20;

        public AsNumber {
            units = Map.copyOf(units);
        }

        @Override
        public Optional<String> read(String typed) {
            return number(typed).map(Rational::toString);
        }

        /** Returns the number in the unit of the key, or empty if there is none, or not as it must be written. */
        public Optional<Rational> number(String typed) {
            String stripped = typed.strip();
            String unit = unitAfter(stripped);
            if (unit.isEmpty() != units.isEmpty()) {
                return Optional.empty();
            }
            String digits = stripped.substring(0, stripped.length() - unit.length());
            Rational worth = units.getOrDefault(unit, Rational.ONE);
            return isWrittenWell(digits) ? Numeral.read(digits).map(number -> number.times(worth)) : Optional.empty();
        }

        /** Returns the longest unit that {@code typed} ends in. */
        private String unitAfter(String typed) {
            String longest = "";
            for (String unit : units.keySet()) {
                if (typed.endsWith(unit) && unit.length() > longest.length()) {
                    longest = unit;
                }
            }
            return longest;
        }

        private boolean isWrittenWell(String digits) {
            int figures = Numeral.significantFigures(digits);
            return figures >= leastFigures && (mostFigures == 0 || figures <= mostFigures);
        }

        @Override
        public List<String> findings() {
            List<String> findings = new ArrayList<>();
            if (leastFigures < 0
                    || mostFigures < 0
                    || mostFigures > MOST_FIGURES
                    || (mostFigures > 0 && leastFigures > mostFigures)) {
                findings.add("significant figures must satisfy 0 <= least (" + leastFigures + ") <= most ("
                        + mostFigures + ") <= " + MOST_FIGURES);
            }
            units.forEach((unit, worth) -> {
                if (unit.isBlank() || !unit.equals(unit.strip()) || worth.signum() <= 0) {
                    findings.add("a unit needs a name and a worth above 0, unlike '" + unit + "' = " + worth);
                }
            });
            return findings;
        }
    }

    /**
     * Words, compared with the key after both were brought to one form.
     *
     * @param ignores what makes no difference
     */
    record AsWords(Set<Difference> ignores) implements Reading {

        public AsWords {
            ignores = Set.copyOf(ignores);
        }

        @Override
        public Optional<String> read(String typed) {
            String form = typed;
            for (Difference difference : Difference.values()) {
                if (ignores.contains(difference)) {
                    form = difference.remove(form);
                }
            }
            return form.isEmpty() ? Optional.empty() : Optional.of(form);
        }

        @Override
        public List<String> findings() {
            return List.of();
        }
    }

    /** What may make no difference between two texts. */
    enum Difference {
        CASE {
            @Override
            String remove(String text) {
                return text.toLowerCase(Locale.ROOT);
            }
        },
        /** Accents and other marks on letters. */
        ACCENTS {
            @Override
            String remove(String text) {
                return Accents.strip(text);
            }
        },
        /** Everything that is neither letter, digit nor space. */
        PUNCTUATION {
            @Override
            String remove(String text) {
                StringBuilder kept = new StringBuilder();
                for (int i = 0; i < text.length(); i++) {
                    if (Signs.isWordy(text.charAt(i)) || Signs.isSpace(text.charAt(i))) {
                        kept.append(text.charAt(i));
                    }
                }
                return kept.toString();
            }
        },
        /** Spaces at the ends, and how many stand between two words. */
        SPACE {
            @Override
            String remove(String text) {
                return Signs.folded(text);
            }
        };

        abstract String remove(String text);
    }
}
