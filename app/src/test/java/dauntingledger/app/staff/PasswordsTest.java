package dauntingledger.app.staff;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.app.staff.Passwords.Problem;
import dauntingledger.app.words.Words;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class PasswordsTest {

    private final Passwords passwords = new Passwords(Words.plain());

    @ParameterizedTest
    @CsvSource({
        "elevenchars, SHORT",
        "'', SHORT",
        "password1234, COMMON",
        "!!PassWord!!2026, COMMON",
        "aaaaaaaaaaaabbbb, COMMON",
        "qwertyuiop123456, COMMON",
        "OrlaMenck1234, NAMES",
        "off-1-off-1-off, COMMON",
        "four-fathoms-of-ink, ",
        "пять якорей на дне, ",
        "ööööäääüüßßßÖÖÖÄÄÄÜÜÜ1234567890123, "
    })
    void areJudgedByLengthAndByWhatManyUse(String password, Problem problem) {
        assertThat(passwords.problem(password, "OFF-1", "Orla Menck").orElse(null))
                .isEqualTo(problem);
    }

    @ParameterizedTest
    @CsvSource({"71, true", "72, true", "73, false"})
    void haveNoMoreThanIsLookedAt(int length, boolean good) {
        String password = "abcdefgh".repeat(10).substring(0, length);

        assertThat(passwords.problem(password).isEmpty()).isEqualTo(good);
    }
}
