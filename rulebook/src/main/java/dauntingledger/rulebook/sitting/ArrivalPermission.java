package dauntingledger.rulebook.sitting;

import static java.util.Objects.requireNonNull;

import dauntingledger.rulebook.paper.Languages;
import dauntingledger.rulebook.paper.Stage;
import dauntingledger.rulebook.paper.StageId;
import java.time.Instant;
import java.util.HashMap;
import java.util.Map;

/** The rules about the steps between the door and the first question. */
final class ArrivalPermission {

    private final State state;
    private final Permission route;

    ArrivalPermission(State state, Permission route) {
        this.state = state;
        this.route = route;
    }

    /** Coming in at all: by the hours of the appointment, unless the paper lets latecomers ask at its door. */
    Verdict entered() {
        return switch (state.index.window().hour(now())) {
            case TOO_EARLY -> Verdict.TOO_EARLY;
            case OPEN -> Verdict.PERMITTED;
            case TOO_LATE ->
                admitsLatecomers() && !state.index.window().hasEnded(now()) ? Verdict.PERMITTED : Verdict.TOO_LATE;
        };
    }

    private boolean admitsLatecomers() {
        return state.paper().route().stream()
                .anyMatch(
                        stage -> stage instanceof Stage.Admission door && door.late() == Stage.Admission.Late.BY_LEAVE);
    }

    Verdict identityConfirmed(Act.IdentityConfirmed confirmed) {
        Verdict verdict = route.inStage(confirmed.stage(), Stage.Identity.class);
        return verdict.isPermitted() && state.door.isReportOpen() ? Verdict.REPORT_OPEN : verdict;
    }

    Verdict detailsGiven(Act.DetailsGiven given) {
        Verdict verdict = route.inStage(given.stage(), Stage.Details.class);
        if (!verdict.isPermitted() || !(route.current() instanceof Stage.Details asked)) {
            return verdict;
        }
        Map<String, String> values = new HashMap<>();
        given.values().forEach(one -> values.put(one.detail(), one.value()));
        boolean fits = values.size() == given.values().size()
                && asked.fields().stream()
                        .allMatch(field -> field.problem(values.getOrDefault(field.id(), ""))
                                .isEmpty())
                && values.keySet().stream()
                        .allMatch(id -> asked.fields().stream()
                                .anyMatch(field -> field.id().equals(id)));
        return fits ? Verdict.PERMITTED : Verdict.DETAILS_WRONG;
    }

    Verdict wrongReported(Act.WrongReported reported) {
        Verdict verdict = route.inStage(reported.stage(), Stage.Identity.class);
        return verdict.isPermitted() && state.door.isReportOpen() ? Verdict.ALREADY_SO : verdict;
    }

    Verdict reportResolved(Act.ReportResolved resolved) {
        Verdict verdict = route.inStage(resolved.stage(), Stage.Identity.class);
        return verdict.isPermitted() && !state.door.isReportOpen() ? Verdict.ALREADY_SO : verdict;
    }

    Verdict codeGiven(Act.CodeGiven given) {
        Verdict verdict = route.inStage(given.stage(), Stage.Admission.class);
        if (!verdict.isPermitted() || !(route.current() instanceof Stage.Admission door)) {
            return verdict;
        }
        if (!door.ways().contains(Stage.Admission.Way.CODE)) {
            return Verdict.NOT_NEEDED;
        }
        if (state.door.isCodeGiven()) {
            return Verdict.ALREADY_SO;
        }
        return state.door.isOutOfTries(door) ? Verdict.OUT_OF_TRIES : Verdict.PERMITTED;
    }

    Verdict leaveGiven(Act.LeaveGiven leave) {
        Verdict verdict = route.inStage(leave.stage(), Stage.Admission.class);
        if (!verdict.isPermitted() || !(route.current() instanceof Stage.Admission door)) {
            return verdict;
        }
        if (state.door.isLeaveGiven()) {
            return Verdict.ALREADY_SO;
        }
        return state.door.wantsLeave(door) ? Verdict.PERMITTED : Verdict.NOT_NEEDED;
    }

    /** A station can be checked days before, and again and again at its own stage. */
    Verdict stationChecked() {
        if (route.isOver()) {
            return Verdict.SITTING_OVER;
        }
        return state.isUntouched() || state.current() instanceof Stage.StationCheck
                ? Verdict.PERMITTED
                : Verdict.WRONG_STAGE;
    }

    Verdict stationExcused(Act.StationExcused excused) {
        return route.inStage(excused.stage(), Stage.StationCheck.class);
    }

    Verdict language(Act.LanguageChosen chosen) {
        if (route.isOver()) {
            return Verdict.SITTING_OVER;
        }
        Languages languages = state.paper().languages();
        if (!languages.tags().contains(chosen.language())) {
            return Verdict.UNKNOWN_LANGUAGE;
        }
        if (state.current() instanceof Stage.LanguageChoice) {
            return Verdict.PERMITTED;
        }
        if (!languages.switching()) {
            return Verdict.LANGUAGE_FIXED;
        }
        return state.door.isChosen(chosen.language()) ? Verdict.ALREADY_SO : Verdict.PERMITTED;
    }

    Verdict left(StageId id) {
        int stage = state.paper().indexOf(id);
        if (stage < 0) {
            return Verdict.UNKNOWN_STAGE;
        }
        Stage left = state.index.stage(stage);
        Verdict verdict = route.inStage(id, left.getClass());
        if (!verdict.isPermitted()) {
            return verdict;
        }
        if (!left.isLeftByGoingOn()) {
            return Verdict.WRONG_STAGE;
        }
        if (requireNonNull(new Availability(state).leavableFrom()).isAfter(now())) {
            return Verdict.READ_ON;
        }
        return left instanceof Stage.StationCheck check && !state.door.isStationReady(check)
                ? Verdict.STATION_NOT_READY
                : Verdict.PERMITTED;
    }

    private Instant now() {
        return state.at();
    }
}
