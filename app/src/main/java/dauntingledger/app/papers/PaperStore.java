package dauntingledger.app.papers;

import dauntingledger.app.papers.Papers.Medium;
import dauntingledger.app.search.SearchIndex;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.PaperId;
import dauntingledger.rulebook.program.Runs;
import dauntingledger.rulebook.results.ResultRules;
import dauntingledger.rulebook.scoring.Correction;
import jakarta.persistence.EntityManager;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import java.util.NoSuchElementException;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Keeps packages as they were imported, and reads each once. */
@Component
class PaperStore implements Papers {

    private final EntityManager entities;
    private final SearchIndex index;
    private final TransactionTemplate transactions;
    private final LivePapers live;
    private final ObjectProvider<Runs> runs;
    private final ConcurrentMap<PaperRef, Known> known = new ConcurrentHashMap<>();

    /**
     * What is made once of a paper, since it never changes.
     *
     * @param unprinted as it is nobody's own
     */
    private record Known(ReadPaper read, ReadPaper unprinted, QuestionWords words) {
        static Known of(ReadPaper read) {
            return new Known(read, read.unprinted(), QuestionWords.of(read));
        }
    }

    PaperStore(
            EntityManager entities,
            TransactionTemplate transactions,
            SearchIndex index,
            LivePapers live,
            ObjectProvider<Runs> runs) {
        this.runs = runs;
        this.live = live;
        this.index = index;
        this.entities = entities;
        this.transactions = transactions;
    }

    @Override
    public Imported importPackage(InputStream in) throws IOException {
        Problems problems = new Problems();
        byte[] zip = PackageFiles.bounded(in, problems);
        problems.throwIfAny();
        ReadPaper taken = QtiPackageReader.read(zip);
        if (isPractised(taken)) {
            refuseWhatIsAsked(taken, problems);
            problems.throwIfAny();
        }
        Paper paper = taken.in("").paper();
        PaperRef ref = new PaperRef(paper.id(), paper.version());
        transactions.executeWithoutResult(status -> keep(ref, zip, taken));
        return new Imported(ref, taken.notes());
    }

    /** Notes what stands in a paper for practice and is asked in an exam that is announced. */
    private void refuseWhatIsAsked(ReadPaper taken, Problems problems) {
        QuestionWords words = QuestionWords.of(taken);
        live.live()
                .forEach(asked -> words.sharedWith(known(asked.paper()).words())
                        .forEach(shared -> problems.add(
                                QtiPackageReader.MANIFEST,
                                0,
                                "question '" + shared.own() + "' is question '" + shared.item() + "' of the paper '"
                                        + shared.paper() + "', which is sat in the exam '" + asked.exam()
                                        + "'; leave it out, or wait until that exam is closed")));
    }

    private static boolean isPractised(ReadPaper paper) {
        return paper.in("").about().purpose() != PaperText.Purpose.OFFICIAL;
    }

    @Override
    public List<SharedQuestion> shared(PaperRef ref, PaperRef other) {
        return ref.equals(other)
                ? own(ref)
                : known(ref).words().sharedWith(known(other).words());
    }

    /** A paper shares all its questions with itself, also those without words. */
    private List<SharedQuestion> own(PaperRef ref) {
        Paper paper = paper(ref).in("").paper();
        return paper.items()
                .map(item -> new SharedQuestion(item.id(), paper.title(), item.id()))
                .toList();
    }

    @Override
    public List<SharedQuestion> practised(PaperRef ref) {
        return isPractised(paper(ref))
                ? List.of()
                : latest().stream()
                        .filter(other -> isPractised(paper(other)))
                        .flatMap(other -> shared(ref, other).stream())
                        .toList();
    }

    @Override
    public PaperText text(PaperRef ref) {
        return text(ref, "");
    }

    @Override
    public PaperText text(PaperRef ref, String language) {
        return known(ref).unprinted().in(language);
    }

    @Override
    public PaperText text(PaperRef ref, String language, long seed) {
        return paper(ref).drawn(seed).in(language);
    }

    @Override
    public List<PaperRef> latest() {
        return transactions.execute(status -> entities.createQuery(
                        "select id, max(version) from PaperRecord group by id order by id", Object[].class)
                .getResultStream()
                .map(PaperStore::ref)
                .toList());
    }

    @Override
    public List<PaperRef> all() {
        return transactions.execute(status -> entities.createQuery(
                        "select id, version from PaperRecord order by id, version desc", Object[].class)
                .getResultStream()
                .map(PaperStore::ref)
                .toList());
    }

    @Override
    public byte[] exported(PaperRef ref) {
        return PackageWriter.write(kept(ref), paper(ref));
    }

    @Override
    public Optional<Medium> sound(PaperRef ref, String path) {
        return Optional.ofNullable(paper(ref).sounds().get(path));
    }

    @Override
    public PaperMarking marking(PaperRef ref, List<Correction> corrections) {
        ReadPaper paper = paper(ref);
        ReadPaper judged = corrections.isEmpty() ? paper : paper.corrected(corrections);
        return new PaperMarking(judged.knowing(runs.getIfAvailable(() -> Runs.NONE)));
    }

    @Override
    public ResultRules results(PaperRef ref) {
        return paper(ref).results();
    }

    @EventListener
    void index(SearchIndex.Anew anew) {
        latest().forEach(ref -> index(ref, paper(ref)));
    }

    private void index(PaperRef ref, ReadPaper taken) {
        index.put(
                SearchIndex.Kind.PAPER,
                ref.id().value(),
                ref.id().value(),
                taken.in("").paper().title());
    }

    /** The same paper may come packed in another way; that of a version that is kept stays. */
    private void keep(PaperRef ref, byte[] zip, ReadPaper taken) {
        PaperRecord kept = entities.find(PaperRecord.class, name(ref));
        if (kept == null) {
            entities.persist(new PaperRecord(ref.id().value(), ref.version(), zip));
            index(ref, taken);
        } else if (!Arrays.equals(kept.packageZip(), zip)
                && !Arrays.equals(
                        PackageWriter.write(kept.packageZip(), paper(ref)), PackageWriter.write(zip, taken))) {
            throw new VersionKeptException(ref);
        }
    }

    private ReadPaper paper(PaperRef ref) {
        return known(ref).read();
    }

    private Known known(PaperRef ref) {
        return known.computeIfAbsent(ref, this::load);
    }

    private Known load(PaperRef ref) {
        try {
            return Known.of(QtiPackageReader.read(kept(ref)));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private byte[] kept(PaperRef ref) {
        return transactions.execute(status -> {
            PaperRecord kept = entities.find(PaperRecord.class, name(ref));
            if (kept == null) {
                throw new NoSuchElementException("there is no paper " + ref.id() + " version " + ref.version());
            }
            return kept.packageZip();
        });
    }

    private static PaperRef ref(Object[] idAndVersion) {
        return new PaperRef(new PaperId((String) idAndVersion[0]), (Integer) idAndVersion[1]);
    }

    private static PaperRecord.Name name(PaperRef ref) {
        PaperId id = ref.id();
        return new PaperRecord.Name(id.value(), ref.version());
    }
}
