package dauntingledger.app.papers;

import dauntingledger.rulebook.number.Numeral;
import dauntingledger.rulebook.number.Rational;
import dauntingledger.rulebook.paper.Item;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.program.Source;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.results.Cohort;
import dauntingledger.rulebook.scoring.ItemKey;
import dauntingledger.rulebook.scoring.Score;
import dauntingledger.rulebook.similarity.TextComparison;
import dauntingledger.rulebook.similarity.Written;
import dauntingledger.rulebook.statistics.Statistics;
import java.io.IOException;
import java.io.StringReader;
import java.io.UncheckedIOException;
import java.math.BigDecimal;
import java.math.RoundingMode;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.TreeMap;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVRecord;
import org.apache.commons.csv.DuplicateHeaderMode;

/**
 * Responses of many candidates to the items of one paper, as CSV with the columns {@code candidate,item,variable,value}.
 * Several rows of one variable are its values in their order; an empty value is NULL.
 */
final class ResponseSheet {

    private static final List<String> COLUMNS = List.of("candidate", "item", "variable", "value");
    private static final String COHORT_COLUMNS = "candidate,score,max,percentile,outcome";
    private static final String STATISTICS_COLUMNS = "item,n,blank,facility,discrimination";
    private static final String SIMILAR_COLUMNS = "candidate,candidate,share";
    private static final int STATISTICS_DECIMALS = 4;
    private static final String RESULT_COLUMNS = "candidate,item,score,max,state";
    /** The one place where a score of this sheet is rounded: a third is 0.3333333333. */
    private static final int DECIMALS = 10;

    private final ReadPaper paper;
    private final List<Item> items;
    private final Map<String, ItemId> names = new HashMap<>();
    private final Map<String, Map<ItemId, Map<ResponseId, List<String>>>> given = new LinkedHashMap<>();
    /** Each answer once, so that what thousands chose takes the room of one. */
    private final Map<Map<ResponseId, List<String>>, Map<ResponseId, List<String>>> once = new HashMap<>();

    private final JudgedHere runs = new JudgedHere();

    private ResponseSheet(ReadPaper read) {
        this.paper = read.knowing(runs);
        this.items = paper.in("").paper().items().toList();
        names.putAll(paper.ownNames());
        items.forEach(item -> names.put(item.id().value(), item.id()));
    }

    /**
     * Reads a sheet.
     *
     * @throws MalformedSheetException if a row is not as it must be, or names what the paper has not, by its line
     */
    static ResponseSheet read(ReadPaper paper, String csv) {
        ResponseSheet sheet = new ResponseSheet(paper);
        CSVFormat format = CSVFormat.RFC4180
                .builder()
                .setHeader()
                .setSkipHeaderRecord(true)
                .setDuplicateHeaderMode(DuplicateHeaderMode.DISALLOW)
                .setIgnoreEmptyLines(true)
                .get();
        String text = csv.startsWith("\uFEFF") ? csv.substring(1) : csv;
        try (CSVParser rows = CSVParser.parse(new StringReader(text), format)) {
            if (!rows.getHeaderNames().equals(COLUMNS)) {
                throw new MalformedSheetException(
                        1,
                        "the columns must be " + String.join(",", COLUMNS) + ", but are "
                                + String.join(",", rows.getHeaderNames()));
            }
            for (CSVRecord row : rows) {
                sheet.take(row, (int) rows.getCurrentLineNumber());
            }
        } catch (IOException | UncheckedIOException | IllegalArgumentException e) {
            throw new MalformedSheetException(1, "this is no CSV that can be read: " + e.getMessage());
        }
        sheet.runs.run(sheet.programs().all());
        return sheet;
    }

    private void take(CSVRecord row, int line) {
        if (row.size() != COLUMNS.size()) {
            throw new MalformedSheetException(
                    line, "a row has " + COLUMNS.size() + " values, but this has " + row.size());
        }
        ItemId item = item(row.get("item"))
                .orElseThrow(
                        () -> new MalformedSheetException(line, "the paper has no item '" + row.get("item") + "'"));
        ItemKey key = paper.key().of(item);
        ResponseId response = response(item, key, row.get("variable"), line);
        boolean program = key.programs().containsKey(response);
        String value = program && isWithoutProgram(row.get("value")) ? "" : row.get("value");
        given.computeIfAbsent(row.get("candidate"), candidate -> new HashMap<>())
                .merge(item, answer(response, value), this::joined);
    }

    /** The name of a language alone is no program. */
    private static boolean isWithoutProgram(String value) {
        return Source.read(value).filter(program -> program.text().isBlank()).isPresent();
    }

    private SheetPrograms programs() {
        return new SheetPrograms(paper.key(), given);
    }

    /**
     * Returns how the programs in answer to an item ended in each of its cases, as CSV: {@value SheetPrograms#COLUMNS}.
     *
     * @throws IllegalArgumentException if the paper has no such item, or it is not answered by a program
     */
    String explained(String name) {
        return programs()
                .explained(item(name)
                        .orElseThrow(() -> new IllegalArgumentException("the paper has no item '" + name + "'")));
    }

    private static ResponseId response(ItemId item, ItemKey key, String name, int line) {
        for (ResponseId response : key.responses().keySet()) {
            if (response.value().equals(name)) {
                return response;
            }
        }
        throw new MalformedSheetException(line, "item '" + item + "' has no response '" + name + "'");
    }

    private Map<ResponseId, List<String>> answer(ResponseId response, String value) {
        return once(Map.of(response, value.isEmpty() ? List.of() : List.of(value)));
    }

    private Map<ResponseId, List<String>> joined(
            Map<ResponseId, List<String>> before, Map<ResponseId, List<String>> more) {
        Map<ResponseId, List<String>> joined = new LinkedHashMap<>(before);
        more.forEach((response, values) -> joined.merge(
                response,
                values,
                (one, other) -> Stream.concat(one.stream(), other.stream()).toList()));
        return once(Map.copyOf(joined));
    }

    private Map<ResponseId, List<String>> once(Map<ResponseId, List<String>> answer) {
        return once.computeIfAbsent(answer, same -> same);
    }

    /** An item is named as the test refers to it, or as it calls itself. */
    private Optional<ItemId> item(String name) {
        return Optional.ofNullable(names.get(name));
    }

    /** Returns what every item is worth for every candidate as CSV: {@value #RESULT_COLUMNS}. */
    String scores() {
        StringBuilder out = new StringBuilder(RESULT_COLUMNS).append('\n');
        given.forEach((candidate, answers) ->
                items.forEach(item -> out.append(row(candidate, item.id(), answers.getOrDefault(item.id(), Map.of())))
                        .append('\n')));
        return out.toString();
    }

    /**
     * Returns the results of all candidates as one cohort, by their names, as CSV: {@value #COHORT_COLUMNS}. Score and most
     * are exact; the percentile has two decimals, halves away from zero.
     */
    String results() {
        Map<String, Score> scores = new TreeMap<>();
        given.forEach((candidate, answers) -> scores.put(
                candidate,
                Score.of(paper.in("").paper(), item -> marked(item, answers.getOrDefault(item.id(), Map.of())))));
        StringBuilder out = new StringBuilder(COHORT_COLUMNS).append('\n');
        Cohort.results(paper.results(), scores)
                .forEach(result -> out.append(CSVFormat.RFC4180.format(
                                result.candidate(),
                                Numeral.write(result.marks().total()),
                                Numeral.write(result.marks().most()),
                                result.percentile().rounded(2).toPlainString(),
                                result.outcome().map(PlainNames::name).orElse("")))
                        .append('\n'));
        return out.toString();
    }

    /**
     * Returns what the scores of all candidates say of the items that rules judge, in the order of the paper, as CSV: {@value
     * #STATISTICS_COLUMNS}, and a last line with Cronbach's alpha. What people judge, and what counts for nobody, is left out. A
     * figure that cannot be worked out is empty; the others have four decimals, halves away from zero.
     */
    String statistics() {
        Statistics statistics = Statistics.of(items.stream()
                .map(Item::id)
                .filter(item -> judge(item) == ItemKey.Judge.RULES || judge(item) == ItemKey.Judge.ALL_RIGHT)
                .map(this::scores)
                .toList());
        StringBuilder out = new StringBuilder(STATISTICS_COLUMNS).append('\n');
        statistics
                .items()
                .forEach(item -> out.append(CSVFormat.RFC4180.format(
                                item.item().value(),
                                item.number(),
                                item.blank(),
                                figure(item.facility()),
                                item.discrimination()
                                        .map(Rational::of)
                                        .map(ResponseSheet::figure)
                                        .orElse("")))
                        .append('\n'));
        String alpha = statistics.alpha().map(ResponseSheet::figure).orElse("");
        return out.append(CSVFormat.RFC4180.format("alpha", alpha)).append('\n').toString();
    }

    /**
     * Returns the pairs of candidates whose texts in answer to an item share something, the most similar first, as CSV:
     * {@value #SIMILAR_COLUMNS}, the share being that of the smaller one's fingerprints.
     *
     * @throws IllegalArgumentException if the paper has no such item, or it is not answered in sentences
     */
    String similar(String name) {
        ItemId item =
                item(name).orElseThrow(() -> new IllegalArgumentException("the paper has no item '" + name + "'"));
        Item asked =
                items.stream().filter(one -> one.id().equals(item)).findFirst().orElseThrow();
        Written as = Written.of(asked)
                .orElseThrow(
                        () -> new IllegalArgumentException(
                                "item '" + item
                                        + "' is not answered in sentences or by a program, so there is nothing to compare; name one that is"));
        Map<String, String> texts = new TreeMap<>();
        given.forEach((candidate, answers) -> texts.put(
                candidate,
                answers.getOrDefault(item, Map.of()).values().stream()
                        .flatMap(List::stream)
                        .collect(Collectors.joining("\n"))));
        StringBuilder out = new StringBuilder(SIMILAR_COLUMNS).append('\n');
        TextComparison.of(texts, Written.before(asked, paper.in("").plain(item)), as)
                .pairs(Integer.MAX_VALUE)
                .forEach(pair -> out.append(CSVFormat.RFC4180.format(pair.one(), pair.other(), figure(pair.share())))
                        .append('\n'));
        return out.toString();
    }

    private static String figure(Rational number) {
        return number.rounded(STATISTICS_DECIMALS).toPlainString();
    }

    private ItemKey.Judge judge(ItemId item) {
        return paper.key().of(item).judge();
    }

    private Statistics.Scores scores(ItemId item) {
        ItemKey key = paper.key().of(item);
        Map<Map<ResponseId, List<String>>, Rational> known = new HashMap<>();
        List<Rational> scores = new ArrayList<>();
        int blank = 0;
        for (Map<ItemId, Map<ResponseId, List<String>>> answers : given.values()) {
            Map<ResponseId, List<String>> own = answers.getOrDefault(item, Map.of());
            blank += isBlank(own) ? 1 : 0;
            scores.add(known.computeIfAbsent(own, answer -> score(key, answer)));
        }
        return new Statistics.Scores(item, key.most(), scores, blank);
    }

    /** Returns the item's own SCORE by its key. */
    private static Rational score(ItemKey key, Map<ResponseId, List<String>> answers) {
        ItemKey.Judgement judgement = key.judgeRead(values(key, answers));
        return key.ownScore(isBlank(answers), () -> judgement).orElseGet(judgement::score);
    }

    private Score.OfItem marked(Item item, Map<ResponseId, List<String>> answers) {
        ItemKey judging = paper.key().of(item.id());
        return Score.item(item, judging, isBlank(answers), () -> judging.judgeRead(values(judging, answers)));
    }

    private static boolean isBlank(Map<ResponseId, List<String>> answers) {
        return answers.values().stream().allMatch(List::isEmpty);
    }

    private String row(String candidate, ItemId item, Map<ResponseId, List<String>> answers) {
        ItemKey key = paper.key().of(item);
        boolean blank = isBlank(answers);
        String most = decimal(key.most());
        if (key.judge() == ItemKey.Judge.TAKEN_OUT) {
            return CSVFormat.RFC4180.format(candidate, item.value(), "", "0", "taken-out");
        }
        if (!blank && key.judge() == ItemKey.Judge.PERSON) {
            return CSVFormat.RFC4180.format(candidate, item.value(), "", most, "pending");
        }
        return CSVFormat.RFC4180.format(
                candidate, item.value(), decimal(score(key, answers)), most, blank ? "blank" : "scored");
    }

    private static Map<ResponseId, Value> values(ItemKey key, Map<ResponseId, List<String>> answers) {
        Map<ResponseId, Value> values = new LinkedHashMap<>();
        key.responses()
                .forEach((response, judged) ->
                        values.put(response, judged.written(answers.getOrDefault(response, List.of()))));
        return values;
    }

    private static String decimal(Rational number) {
        BigDecimal rounded = new BigDecimal(number.numerator())
                .divide(new BigDecimal(number.denominator()), DECIMALS, RoundingMode.HALF_EVEN)
                .stripTrailingZeros();
        return rounded.signum() == 0 ? "0" : rounded.toPlainString();
    }
}
