package dauntingledger.app.results;

import static java.util.Objects.requireNonNull;

import dauntingledger.app.audit.Audited;
import dauntingledger.app.exams.Exam;
import dauntingledger.app.marking.KeyVersions;
import dauntingledger.app.office.ExamPages;
import dauntingledger.app.papers.PaperMarking;
import dauntingledger.app.papers.PaperText;
import dauntingledger.app.papers.Papers;
import dauntingledger.app.words.WallClock;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.scoring.Correction;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.stereotype.Controller;
import org.springframework.ui.Model;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.server.ResponseStatusException;
import tools.jackson.databind.json.JsonMapper;

/** The key of an exam after the exam: its questions, and the versions that were decided. For the office; auditors read. */
@Controller
class KeyController {

    private final ExamPages pages;
    private final KeyWords decisions;
    private final KeyVersions keys;
    private final Papers papers;
    private final WallClock wall;
    private final JsonMapper json;

    KeyController(
            ExamPages pages, KeyWords decisions, KeyVersions keys, Papers papers, WallClock wall, JsonMapper json) {
        this.pages = pages;
        this.decisions = decisions;
        this.keys = keys;
        this.papers = papers;
        this.wall = wall;
        this.json = json;
    }

    /** A question as the list has it. */
    record Row(String item, int number, String words, String judge, List<String> corrections) {}

    /** A version of the key as the list has it. */
    record VersionRow(int number, String when, String person, String reason) {}

    @GetMapping("/office/exams/{exam}/key")
    String list(@PathVariable long exam, Model model) {
        Exam found = pages.find(exam);
        pages.put(found, model);
        boolean open = pages.isOver(found);
        model.addAttribute("open", open);
        model.addAttribute("rows", open ? rows(found) : List.of());
        model.addAttribute("versions", open ? versions(found) : List.of());
        return "results/key";
    }

    private List<Row> rows(Exam exam) {
        PaperText text = papers.text(exam.paper());
        List<Correction> corrections = keys.latest(exam.id()).corrections();
        PaperMarking marking = keys.marking(exam, corrections);
        Map<ItemId, Integer> numbers = text.paper().numbers();
        return text.paper()
                .items()
                .map(item -> new Row(
                        item.id().value(),
                        numbers.getOrDefault(item.id(), 0),
                        requireNonNull(text.items().get(item.id())).firstWords(),
                        PlainNames.name(marking.judge(item.id())),
                        decisions.said(corrections, item.id())))
                .toList();
    }

    private List<VersionRow> versions(Exam exam) {
        return keys.of(exam.id()).stream()
                .filter(version -> !version.person().isEmpty())
                .map(version -> new VersionRow(
                        version.number(), wall.dayAndMinute(version.at()), version.person(), version.reason()))
                .toList();
    }

    @Audited("key-taken-out")
    @GetMapping("/office/exams/{exam}/keys/{version}.json")
    ResponseEntity<String> file(@PathVariable long exam, @PathVariable int version) {
        return keys.of(pages.findOver(exam).id()).stream()
                .filter(one -> one.number() == version)
                .findFirst()
                .map(one -> ResponseEntity.ok()
                        .contentType(MediaType.APPLICATION_JSON)
                        .header(
                                HttpHeaders.CONTENT_DISPOSITION,
                                "attachment; filename=\"key-" + exam + "-" + version + ".json\"")
                        .body(json.writerWithDefaultPrettyPrinter().writeValueAsString(one.toPlain())))
                .orElseThrow(() -> new ResponseStatusException(HttpStatus.NOT_FOUND));
    }
}
