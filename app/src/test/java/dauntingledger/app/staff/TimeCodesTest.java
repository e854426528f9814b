package dauntingledger.app.staff;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Instant;
import org.apache.commons.codec.binary.Base32;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

class TimeCodesTest {

    /** The secret of the test values of RFC 6238, appendix B. */
    private static final String SECRET =
            new Base32().encodeToString("12345678901234567890".getBytes(StandardCharsets.US_ASCII));

    /** The last six of the eight digits there. */
    @ParameterizedTest
    @CsvSource({
        "59, 287082",
        "1111111109, 081804",
        "1111111111, 050471",
        "1234567890, 005924",
        "2000000000, 279037",
        "20000000000, 353130"
    })
    void areThoseOfTheStandard(long second, String code) {
        assertThat(TimeCodes.code(SECRET, Instant.ofEpochSecond(second))).isEqualTo(code);
    }

    @ParameterizedTest
    @CsvSource({"-60, false", "-30, true", "0, true", "30, true", "60, false"})
    void countOneStepOffAtMost(int off, boolean counts) {
        Instant now = Instant.ofEpochSecond(1_234_567_890);

        assertThat(TimeCodes.step(SECRET, TimeCodes.code(SECRET, now.plusSeconds(off)), now, 0)
                        .isPresent())
                .isEqualTo(counts);
    }

    @Test
    void countOnce() {
        Instant now = Instant.ofEpochSecond(1_234_567_890);
        long step = TimeCodes.step(SECRET, "005924", now, 0).orElseThrow();

        assertThat(TimeCodes.step(SECRET, "005924", now.plusSeconds(20), step)).isEmpty();
    }

    @Test
    void haveSecretsThatAppsRead() {
        String secret = TimeCodes.newSecret(new SecureRandom());

        assertThat(secret).matches("[A-Z2-7]{32}");
        assertThat(TimeCodes.address(secret, "Daunting Ledger", "OFF-1"))
                .isEqualTo("otpauth://totp/Daunting%20Ledger:OFF-1?secret=" + secret + "&issuer=Daunting%20Ledger");
    }
}
