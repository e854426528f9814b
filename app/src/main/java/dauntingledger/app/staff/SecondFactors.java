package dauntingledger.app.staff;

import dauntingledger.rulebook.chain.Hash;
import jakarta.persistence.EntityManager;
import jakarta.persistence.LockModeType;
import java.security.SecureRandom;
import java.time.Clock;
import java.util.LinkedHashSet;
import java.util.Locale;
import java.util.OptionalLong;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * Second factors, kept with the accounts: setting one up, and checking one at the sign-in. Recovery codes have
 * 49 bits each, so that a plain hash is enough.
 */
@Component
class SecondFactors {

    private static final String ISSUER = "Daunting Ledger";
    private static final int RECOVERY_CODES = 10;
    private static final int RECOVERY_LETTERS = 10;
    private static final Pattern SECRET = Pattern.compile("[A-Z2-7]{32}");
    /** Without letters and digits that are taken for one another. */
    private static final String LETTERS = "ABCDEFGHJKMNPQRSTUVWXYZ23456789";

    private final EntityManager entities;
    private final Clock clock;
    private final SecureRandom random = new SecureRandom();

    SecondFactors(EntityManager entities, Clock clock) {
        this.entities = entities;
        this.clock = clock;
    }

    /** Returns whether {@code code} lets this member in; true for one who has no second factor. A code counts once. */
    @Transactional
    boolean holds(String number, String code) {
        StaffRecord member = entities.find(StaffRecord.class, number, LockModeType.PESSIMISTIC_WRITE);
        if (member == null || member.factorSecret().isEmpty()) {
            return true;
        }
        String given = plain(code);
        OptionalLong step = TimeCodes.step(member.factorSecret(), given, clock.instant(), member.factorStep());
        step.ifPresent(member::factorUsed);
        return step.isPresent() || member.useRecoveryCode(hash(number, given));
    }

    /** Returns a new secret in Base32, which counts only once it is {@link #confirm confirmed}. */
    String propose() {
        return TimeCodes.newSecret(random);
    }

    /** Returns what an app for codes reads from a square code. */
    String address(String number, String secret) {
        return TimeCodes.address(secret, ISSUER, number);
    }

    /**
     * Makes a secret the one that counts, if a code shows that the member has it.
     *
     * @return recovery codes, each good once, to be shown now and never again; none if the code was wrong
     */
    @Transactional
    Set<String> confirm(String number, String secret, String code) {
        if (!SECRET.matcher(secret).matches()) {
            return Set.of();
        }
        OptionalLong step = TimeCodes.step(secret, plain(code), clock.instant(), 0);
        if (step.isEmpty()) {
            return Set.of();
        }
        Set<String> codes = new LinkedHashSet<>();
        while (codes.size() < RECOVERY_CODES) {
            codes.add(recoveryCode());
        }
        entities.find(StaffRecord.class, number)
                .factor(
                        secret,
                        step.getAsLong(),
                        codes.stream().map(one -> hash(number, plain(one))).collect(Collectors.toSet()));
        return codes;
    }

    /** Takes somebody's second factor away, who then signs in without one or sets up another. */
    @Transactional
    void drop(String number) {
        entities.find(StaffRecord.class, number).dropFactor();
    }

    @Transactional(readOnly = true)
    int recoveryCodesLeft(String number) {
        return entities.find(StaffRecord.class, number).recoveryCodesLeft();
    }

    private String recoveryCode() {
        StringBuilder code = new StringBuilder();
        for (int i = 0; i < RECOVERY_LETTERS; i++) {
            if (i == RECOVERY_LETTERS / 2) {
                code.append('-');
            }
            code.append(LETTERS.charAt(random.nextInt(LETTERS.length())));
        }
        return code.toString();
    }

    private static String hash(String number, String code) {
        return Hash.of(number + " " + code).hex();
    }

    private static String plain(String code) {
        return code.replaceAll("[\\s-]", "").toUpperCase(Locale.ROOT);
    }
}
