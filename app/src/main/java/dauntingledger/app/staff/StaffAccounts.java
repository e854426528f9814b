package dauntingledger.app.staff;

import dauntingledger.app.mail.Mail;
import dauntingledger.app.words.Address;
import dauntingledger.app.words.Words;
import jakarta.persistence.EntityManager;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/** Keeps the accounts of those who work here in the database. */
@Component
class StaffAccounts implements Staff, Invitations, StaffSignIn {

    private final EntityManager entities;
    private final PasswordEncoder encoder;
    private final Passwords passwords;
    private final SecondFactors factors;
    private final StaffLinks links;
    private final StaffSettings settings;
    private final Mail mail;
    private final Words words;
    private final Address address;
    private final ObjectProvider<TakenNumbers> taken;
    private final ObjectProvider<SignInsOf> signIns;

    /* What the sign-in provides is looked up late: it is made of these accounts itself. */
    StaffAccounts(
            EntityManager entities,
            PasswordEncoder encoder,
            Passwords passwords,
            SecondFactors factors,
            StaffLinks links,
            StaffSettings settings,
            Mail mail,
            Words words,
            Address address,
            ObjectProvider<TakenNumbers> taken,
            ObjectProvider<SignInsOf> signIns) {
        this.entities = entities;
        this.encoder = encoder;
        this.passwords = passwords;
        this.factors = factors;
        this.links = links;
        this.settings = settings;
        this.mail = mail;
        this.words = words;
        this.address = address;
        this.taken = taken;
        this.signIns = signIns;
    }

    /** Returns a number as it is kept. */
    static String normalised(String number) {
        return number.strip().toUpperCase(Locale.ROOT);
    }

    @Override
    @Transactional
    public Member takeOn(Profile profile, String password) {
        StaffRecord made = make(profile);
        setPassword(made, password);
        return made.member();
    }

    @Override
    @Transactional
    public void invite(Profile profile) {
        write(make(profile).member());
    }

    @Override
    @Transactional
    public void inviteAgain(String number) {
        write(entities.find(StaffRecord.class, number).member());
    }

    private StaffRecord make(Profile profile) {
        String number = normalised(profile.number());
        if (number.length() > LONGEST_NUMBER || !NUMBER.matcher(number).matches()) {
            throw new IllegalArgumentException("a number of staff is like INV-1, but was " + number);
        }
        if (entities.find(StaffRecord.class, number) != null
                || taken.stream().anyMatch(others -> others.isTaken(number))) {
            throw new IllegalStateException("the number " + number + " is taken");
        }
        StaffRecord made = new StaffRecord(number, profile);
        entities.persist(made);
        return made;
    }

    private void write(Member member) {
        String token = links.make(member.number(), settings.invitation());
        mail.post(new Mail.Message(
                "invitation " + member.number() + " " + token.substring(0, 8),
                member.email(),
                words.say("invitation.mail.subject"),
                words.say(
                        "invitation.mail.text",
                        member.name(),
                        words.say("role." + member.role().key()),
                        address.of("/invitation/" + token),
                        member.number(),
                        settings.invitation().toDays())));
    }

    /** @throws IllegalArgumentException if the password is none that may be used */
    private void setPassword(StaffRecord member, String password) {
        Member owner = member.member();
        passwords.problem(password, owner.number(), owner.name()).ifPresent(problem -> {
            throw new IllegalArgumentException("the password may not be used: " + problem);
        });
        member.password(encoder.encode(password));
    }

    /** Gives somebody a password; all their sign-ins end. */
    @Transactional
    void newPassword(String number, String password) {
        setPassword(entities.find(StaffRecord.class, number), password);
        endSignIns(number);
    }

    /** Returns whether this is the password of somebody. */
    @Transactional(readOnly = true)
    boolean isPassword(String number, String password) {
        return encoder.matches(
                password, entities.find(StaffRecord.class, number).passwordHash());
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<String> passwordHash(String number) {
        return Optional.ofNullable(entities.find(StaffRecord.class, number))
                .filter(found -> found.member().standing() == Standing.ACTIVE)
                .map(StaffRecord::passwordHash);
    }

    void endSignIns(String number) {
        signIns.stream().forEach(all -> all.end(number));
    }

    @Override
    public boolean isFactor(String number, String code) {
        return factors.holds(number, code);
    }

    @Override
    public void dropFactor(String number) {
        factors.drop(number);
        endSignIns(number);
    }

    @Override
    @Transactional
    public void change(Profile profile) {
        StaffRecord found = entities.find(StaffRecord.class, normalised(profile.number()));
        if (profile.role() != Role.OFFICE) {
            requireAnotherInOffice(found);
        }
        found.change(profile);
        endSignIns(found.member().number());
    }

    @Override
    @Transactional
    public void end(String number) {
        StaffRecord found = entities.find(StaffRecord.class, number);
        requireAnotherInOffice(found);
        found.ended();
        links.end(number);
        endSignIns(number);
    }

    private void requireAnotherInOffice(StaffRecord leaving) {
        boolean another = all().stream()
                .anyMatch(member -> member.role() == Role.OFFICE
                        && member.standing() == Standing.ACTIVE
                        && !member.number().equals(leaving.member().number()));
        if (leaving.member().role() == Role.OFFICE && !another) {
            throw new IllegalStateException("somebody must be left in the exam office");
        }
    }

    @Override
    @Transactional(readOnly = true)
    public Optional<Member> member(String number) {
        return Optional.ofNullable(entities.find(StaffRecord.class, normalised(number)))
                .map(StaffRecord::member);
    }

    @Override
    @Transactional(readOnly = true)
    public List<Member> all() {
        return entities
                .createQuery("from StaffRecord order by name, number", StaffRecord.class)
                .getResultList()
                .stream()
                .map(StaffRecord::member)
                .toList();
    }
}
