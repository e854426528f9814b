package dauntingledger.app.papers;

import dauntingledger.app.papers.QtiPackageReader.One;
import dauntingledger.rulebook.paper.Confirmation;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.PaperCodec;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/** Joins the languages of a package into one paper, which differs in its words only. */
final class Translations {

    private static final Set<String> WORDS = Set.of("title", "textDigests", "statements");
    private static final Map<String, String> SOUNDS =
            Map.of(".ogg", "audio/ogg", ".opus", "audio/ogg", ".mp3", "audio/mpeg", ".wav", "audio/wav");

    private final Problems problems;
    private final PackageFiles files;

    Translations(Problems problems, PackageFiles files) {
        this.problems = problems;
        this.files = files;
    }

    ReadPaper join(One first, Map<String, One> others) {
        others.forEach((tag, other) -> {
            if (!skeleton(PaperCodec.toPlain(other.text().paper()))
                            .equals(skeleton(PaperCodec.toPlain(first.text().paper())))
                    || !other.key().equals(first.key())) {
                problems.add(
                        first.folders().get(tag) + "/",
                        0,
                        "in the language '" + tag + "' this is another paper; it may differ from the first language in"
                                + " titles and texts only, not in the route, the questions, the marks or the key");
            }
        });
        problems.throwIfAny();
        List<One> all =
                Stream.concat(Stream.of(first), others.values().stream()).toList();
        Map<String, PaperText> texts = new LinkedHashMap<>();
        texts.put(first.text().language(), withAllNotices(first.text().language(), first, all));
        others.forEach((tag, other) -> texts.put(tag, withAllNotices(tag, other, all)));
        Map<String, Map<ItemId, List<Feedback>>> feedback = new LinkedHashMap<>();
        feedback.put(first.text().language(), first.feedback());
        others.forEach((tag, other) -> feedback.put(tag, other.feedback()));
        Map<String, Papers.Medium> sounds = sounds(all);
        problems.throwIfAny();
        return new ReadPaper(
                texts,
                first.key(),
                first.results(),
                first.schemes(),
                feedback,
                first.ownNames(),
                sounds,
                files.asked(),
                problems.notes());
    }

    /** Returns what is left of a plain paper without its words. */
    private static Object skeleton(Object plain) {
        return switch (plain) {
            case Map<?, ?> map ->
                map.entrySet().stream()
                        .filter(entry -> !WORDS.contains(String.valueOf(entry.getKey())))
                        .collect(Collectors.toMap(Map.Entry::getKey, entry -> skeleton(entry.getValue())));
            case List<?> list -> list.stream().map(Translations::skeleton).toList();
            default -> plain;
        };
    }

    /** A notice may be accepted in any language of the paper, whichever is on the screen. */
    private static PaperText withAllNotices(String tag, One one, List<One> all) {
        Paper paper = one.text().paper();
        List<Stage> route = new ArrayList<>();
        for (int i = 0; i < paper.route().size(); i++) {
            int index = i;
            List<Stage.Notice> versions = all.stream()
                    .map(other -> other.text().paper().route().get(index))
                    .filter(Stage.Notice.class::isInstance)
                    .map(Stage.Notice.class::cast)
                    .toList();
            Stage stage = paper.route().get(i);
            route.add(stage instanceof Stage.Notice notice ? joined(notice, versions) : stage);
        }
        PaperText text = one.text();
        return new PaperText(
                tag, paper.with(route, paper.boxes()), text.about(), text.pages(), text.items(), text.exhibits());
    }

    private static Stage.Notice joined(Stage.Notice notice, List<Stage.Notice> versions) {
        Set<String> digests = new HashSet<>();
        List<String> statements = new ArrayList<>();
        versions.forEach(version -> {
            digests.addAll(version.textDigests());
            statements.addAll(version.confirmation().statements());
        });
        return new Stage.Notice(
                notice.id(),
                notice.title(),
                notice.version(),
                digests,
                notice.limit(),
                new Confirmation(notice.confirmation().how(), statements),
                notice.consentToCamera(),
                notice.keepsAppointment());
    }

    private Map<String, Papers.Medium> sounds(List<One> all) {
        Map<String, Papers.Medium> sounds = new LinkedHashMap<>();
        all.stream()
                .flatMap(one -> one.text().pages().values().stream())
                .flatMap(List::stream)
                .flatMap(page -> page.audio().stream())
                .forEach(path -> sound(path).ifPresent(sound -> sounds.put(path, sound)));
        return sounds;
    }

    private Optional<Papers.Medium> sound(String path) {
        int dot = path.lastIndexOf('.');
        @Nullable String type = dot < 0 ? null : SOUNDS.get(path.substring(dot));
        if (type == null) {
            problems.add(
                    path,
                    0,
                    "a sound file must end in one of "
                            + SOUNDS.keySet().stream().sorted().toList());
            return Optional.empty();
        }
        Optional<byte[]> file = files.file(path);
        if (file.isEmpty()) {
            problems.add(path, 0, "a page is to be read out with this file, but the package has no such file");
        }
        return file.map(bytes -> new Papers.Medium(type, bytes));
    }
}
