package dauntingledger.rulebook.testing;

import dauntingledger.rulebook.chain.Chain;
import dauntingledger.rulebook.sitting.Act;
import dauntingledger.rulebook.sitting.Entry;
import dauntingledger.rulebook.sitting.EntryId;
import dauntingledger.rulebook.sitting.Hearing;
import dauntingledger.rulebook.sitting.Ledger;
import dauntingledger.rulebook.sitting.Verdict;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.stream.Collectors;

/** What a server does with the batches of one candidate, for tests: it hears, dates the receipt, and judges. */
public final class Server {

    private final Ledger ledger;
    private Hearing hearing;
    private int recorded;

    public Server(Ledger ledger, Instant now) {
        this.ledger = ledger;
        this.hearing = new Hearing(now);
    }

    public Ledger ledger() {
        return ledger;
    }

    /** Receives a batch, behind which {@code waiting} are announced; an entry that is there already is passed over. */
    public List<Verdict> receives(List<Entry> batch, List<Entry> waiting, Instant now) {
        List<Entry> fresh = batch.stream()
                .filter(made -> !ledger.has(made.id()))
                .collect(Collectors.collectingAndThen(
                        Collectors.toMap(Entry::id, made -> made, (first, again) -> first, LinkedHashMap::new),
                        byId -> List.copyOf(byId.values())));
        List<Long> heard = hearing.heard(digests(fresh), digests(waiting), now);
        if (batch.isEmpty()) {
            hearing.heard(now);
        }
        List<Verdict> verdicts = new ArrayList<>();
        for (int i = 0; i < fresh.size(); i++) {
            verdicts.add(ledger.enter(fresh.get(i).received(now.toEpochMilli(), heard.get(i))));
        }
        return verdicts;
    }

    private static List<String> digests(List<Entry> entries) {
        return entries.stream().map(Chain::digest).toList();
    }

    public void hears(Instant now) {
        hearing.heard(now);
    }

    /** Forgets whom it has heard, but for what the ledger says. */
    public void restarts(Instant last) {
        hearing = new Hearing(last);
    }

    /** Records an act that the server makes or another person does. */
    public Verdict records(Act act, Instant now) {
        return ledger.enter(Entry.made(new EntryId("server-" + ++recorded), now, act));
    }
}
