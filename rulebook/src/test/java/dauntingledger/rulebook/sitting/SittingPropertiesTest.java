package dauntingledger.rulebook.sitting;

import static org.assertj.core.api.Assertions.assertThat;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.Paper;
import dauntingledger.rulebook.paper.Section;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.plain.CanonicalJson;
import dauntingledger.rulebook.plain.RoomCodec;
import dauntingledger.rulebook.plain.ToolboxCodec;
import dauntingledger.rulebook.testing.Scripts;
import dauntingledger.rulebook.testing.Scripts.Script;
import dauntingledger.rulebook.tools.Toolbox;
import java.time.Duration;
import java.time.Instant;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.LongStream;
import net.jqwik.api.Arbitraries;
import net.jqwik.api.Arbitrary;
import net.jqwik.api.ForAll;
import net.jqwik.api.Property;
import net.jqwik.api.Provide;
import org.junit.jupiter.api.Test;

class SittingPropertiesTest {

    private static final int TRIES = 300;

    @Provide
    Arbitrary<Script> scripts() {
        return Arbitraries.longs().between(0, 29_999).map(seed -> new Scripts(seed).script(80));
    }

    @Property(tries = TRIES)
    void replayingAPrefixAndThenTheRestEqualsReplayingAll(@ForAll("scripts") Script script, @ForAll int cut) {
        int at = Math.floorMod(cut, script.entries().size());
        Sitting start = Sitting.of(script.paper(), script.window());

        Sitting inTwo = start.after(script.entries().subList(0, at))
                .after(script.entries().subList(at, script.entries().size()));

        assertThat(whole(inTwo)).isEqualTo(whole(start.after(script.entries())));
    }

    @Property(tries = TRIES)
    void lookingInBetweenChangesNothing(@ForAll("scripts") Script script) {
        Sitting watched = Sitting.of(script.paper(), script.window());
        Instant before = script.entries().getFirst().at();
        for (Entry entry : script.entries()) {
            Instant middle =
                    before.plusMillis(Duration.between(before, entry.at()).toMillis() / 2);
            watched = watched.asOf(middle).after(List.of(entry));
            before = entry.at();
        }

        assertThat(whole(watched))
                .isEqualTo(whole(Sitting.of(script.paper(), script.window()).after(script.entries())));
    }

    @Property(tries = TRIES)
    void theLedgerOneByOneEqualsTheLedgerReadAtOnce(@ForAll("scripts") Script script) {
        Ledger ledger = new Ledger(script.paper(), script.window());
        script.entries().forEach(ledger::enter);

        assertThat(whole(ledger.sitting()))
                .isEqualTo(whole(Ledger.of(script.paper(), script.window(), ledger.entries())
                        .sitting()));
    }

    @Property(tries = TRIES)
    void totalsAlwaysSumToTheQuestions(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window());
        for (Entry entry : script.entries()) {
            sitting = sitting.after(List.of(entry));
            Sitting now = sitting;
            Totals bySection = script.paper()
                    .sections()
                    .map(section -> now.questions().totals(section.id()))
                    .reduce(Totals.NONE, Totals::plus);
            Totals bySet = script.paper()
                    .sections()
                    .map(Section::sets)
                    .flatMap(List::stream)
                    .map(set -> now.questions().totals(set.id()))
                    .reduce(Totals.NONE, Totals::plus);

            assertThat(now.questions().totals().questions())
                    .isEqualTo(now.questions().all().size());
            assertThat(bySection).isEqualTo(now.questions().totals());
            assertThat(bySet).isEqualTo(now.questions().totals());
        }
    }

    @Property(tries = TRIES)
    void timeLeftNeverRisesWithoutAGrantAndNeverFallsWhileTheClockStands(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window());
        for (Entry entry : script.entries()) {
            Map<Object, Clock> before = clocks(sitting);
            boolean paused = sitting.isPaused();
            sitting = sitting.after(List.of(entry));
            for (Clock clock : sitting.clocks().all()) {
                Clock earlier = before.get(key(clock));
                if (earlier != null && clock.allowance().equals(earlier.allowance())) {
                    assertThat(clock.left()).isLessThanOrEqualTo(earlier.left());
                    if (paused && clock.kind() != Clock.Kind.ROOM) {
                        assertThat(clock.left()).isEqualTo(earlier.left());
                    }
                }
                assertThat(clock.used().plus(clock.left())).isEqualTo(clock.allowance());
            }
        }
    }

    @Property(tries = TRIES)
    void aQuestionOnceSealedNeverChanges(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window());
        for (Entry entry : script.entries()) {
            Sitting before = sitting.asOf(entry.at());
            sitting = sitting.after(List.of(entry));
            for (Question question : before.questions().all()) {
                if (question.sealed() && question.opened()) {
                    Question after = sitting.questions().get(question.item().id());
                    assertThat(after.work().responses())
                            .isEqualTo(question.work().responses());
                    assertThat(after.work().struck()).isEqualTo(question.work().struck());
                    assertThat(after.work().entered()).isEqualTo(question.work().entered());
                    assertThat(after.work().tries()).isEqualTo(question.work().tries());
                }
                if (question.seal() != Question.Seal.NONE) {
                    Question.Seal later =
                            sitting.questions().get(question.item().id()).seal();
                    assertThat(later).isNotEqualTo(Question.Seal.NONE);
                    assertThat(later == question.seal() || question.seal().canBeOpened())
                            .isTrue();
                }
            }
        }
    }

    @Property(tries = TRIES)
    void atMostOneStageIsOpenAndTheRouteOnlyGoesForward(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window());
        int length = script.paper().route().size();
        int reached = 0;
        for (Entry entry : script.entries()) {
            sitting = sitting.after(List.of(entry));
            int here = sitting.route().position().index(length);

            assertThat(here).isGreaterThanOrEqualTo(reached);
            assertThat(sitting.route().records().stream().filter(stage -> stage.ended() == StageRecord.Ended.NOT_YET))
                    .hasSizeLessThanOrEqualTo(1);
            reached = here;
        }
    }

    @Property(tries = TRIES)
    void timeSpentOnQuestionsAndElsewhereSumsToTheTimeUsed(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window()).after(script.entries());
        for (StageRecord stage : sitting.route().records()) {
            if (script.paper().route().get(stage.stage()) instanceof Stage.Block block) {
                Duration elsewhere = sitting.questions().spentElsewhere(stage.stage());
                Duration bySection = block.sections().stream()
                        .map(section -> sitting.questions().spent(section.id()))
                        .reduce(Duration.ZERO, Duration::plus);

                assertThat(elsewhere).isGreaterThanOrEqualTo(Duration.ZERO);
                assertThat(bySection.plus(elsewhere)).isEqualTo(stage.used());
            }
        }
    }

    @Property(tries = TRIES)
    void aClockHasItsLimitAndWhatWasGranted(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window());
        Map<BoxId, Duration> granted = new HashMap<>();
        for (Entry entry : script.entries()) {
            if (entry.act() instanceof Act.TimeGranted grant
                    && sitting.permits(grant, entry.at()).isPermitted()) {
                granted.merge(grant.box(), grant.extra(), Duration::plus);
            }
            sitting = sitting.after(List.of(entry));
            for (Clock clock : sitting.clocks().all()) {
                clock.box()
                        .ifPresent(box -> assertThat(clock.allowance())
                                .isEqualTo(limit(script.paper(), box).plus(granted.getOrDefault(box, Duration.ZERO))));
            }
        }
    }

    private static Duration limit(Paper paper, BoxId box) {
        return paper.boxes().stream()
                .filter(one -> one.id().equals(box))
                .findFirst()
                .orElseThrow()
                .limit();
    }

    @Property(tries = TRIES)
    void aWarningComesOnceUnlessAGrantLiftsTheClockAboveIt(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window()).after(script.entries());
        List<Instant> grants = script.entries().stream()
                .filter(entry -> entry.act() instanceof Act.TimeGranted)
                .map(Entry::at)
                .toList();
        Map<Object, Instant> last = new HashMap<>();
        for (Warning warning : sitting.clocks().warnings()) {
            Instant before = last.put(List.of(warning.box(), warning.left()), warning.at());
            if (before != null) {
                assertThat(grants).anyMatch(grant -> !grant.isBefore(before) && !grant.isAfter(warning.at()));
            }
        }
    }

    @Property(tries = TRIES)
    void theDrawingOfTheTimeAddsUpToTheTimeUsed(@ForAll("scripts") Script script) {
        Instant end = script.entries().getLast().at();
        Sitting sitting = Sitting.of(script.paper(), script.window()).after(script.entries());
        Timeline timeline = Timeline.of(script.paper(), script.window(), script.entries(), end);
        for (StageRecord stage : sitting.route().records()) {
            assertThat(timeline.used(stage.stage())).isEqualTo(stage.used());
        }
    }

    @Property(tries = TRIES)
    void whatLiesInTheToolsIsTouchedByTheirUsesAndTheEndOfABlockOnly(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window());
        for (Entry entry : script.entries()) {
            Sitting before = sitting.asOf(entry.at());
            Sitting after = sitting.after(List.of(entry));
            boolean moved = !before.route().position().equals(after.route().position());
            if (!(entry.act() instanceof Act.ToolUsed) && !moved) {
                assertThat(ToolboxCodec.toPlain(after.tools().contents()))
                        .isEqualTo(ToolboxCodec.toPlain(before.tools().contents()));
            }
            sitting = after;
        }
    }

    @Property(tries = TRIES)
    void aWalkVisitsEachOfItsQuestionsOnceAndThenEnds(@ForAll("scripts") Script script) {
        Sitting sitting = Sitting.of(script.paper(), script.window()).after(script.entries());
        List<ItemId> way = way(sitting);
        if (way.isEmpty()) {
            return;
        }
        ItemId item = way.getFirst();
        int visited = 1;
        while (sitting.questions().after(item).isPresent()) {
            ItemId next = sitting.questions().after(item).get();
            assertThat(sitting.questions().before(next)).contains(item);
            item = next;
            visited++;
        }
        assertThat(visited).isEqualTo(way.size());
    }

    private static List<ItemId> way(Sitting sitting) {
        if (sitting.questions().walk().isPresent()) {
            return sitting.questions().walk().get().items().stream()
                    .filter(item -> sitting.questions().get(item).seal().canBeOpened())
                    .toList();
        }
        return sitting.route().position() instanceof Position.At open
                ? sitting.questions().in(open.stage()).stream()
                        .filter(question -> question.seal().canBeOpened())
                        .map(question -> question.item().id())
                        .toList()
                : List.of();
    }

    @Test
    void theRandomSittingsGetSomewhere() {
        List<Sitting> sittings = LongStream.range(0, TRIES)
                .mapToObj(seed -> new Scripts(seed).script(80))
                .map(script -> Sitting.of(script.paper(), script.window()).after(script.entries()))
                .toList();

        assertThat(sittings)
                .filteredOn(sitting -> sitting.route().position() instanceof Position.Over)
                .hasSizeBetween(30, 270);
        assertThat(sittings)
                .filteredOn(sitting -> sitting.questions().totals().answered() > 0)
                .hasSizeGreaterThan(130);
        assertThat(sittings)
                .filteredOn(sitting -> sitting.tools().contents() != Toolbox.EMPTY)
                .hasSizeGreaterThan(60);
        assertThat(sittings)
                .filteredOn(sitting -> sitting.route().records().stream()
                        .anyMatch(stage -> stage.ended() == StageRecord.Ended.BY_TIME))
                .hasSizeGreaterThan(50);
    }

    private static String whole(Sitting sitting) {
        return CanonicalJson.write(RoomCodec.whole(sitting));
    }

    private static Map<Object, Clock> clocks(Sitting sitting) {
        return sitting.clocks().all().stream()
                .filter(clock -> clock.kind() != Clock.Kind.OWN_BREAK)
                .collect(Collectors.toMap(SittingPropertiesTest::key, clock -> clock));
    }

    private static Object key(Clock clock) {
        return List.of(clock.kind(), clock.box(), clock.title());
    }
}
