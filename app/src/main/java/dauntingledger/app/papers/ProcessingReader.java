package dauntingledger.app.papers;

import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.Value;
import dauntingledger.rulebook.scoring.Measure;
import dauntingledger.rulebook.scoring.OutcomeVariable;
import dauntingledger.rulebook.scoring.ResponseKey;
import dauntingledger.rulebook.scoring.Rule;
import dauntingledger.rulebook.scoring.Templates;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Reads the response processing of an item: a template of the standard, or its general elements and expressions. Every
 * name in it must be declared; what is not supported is noted where it stands.
 */
final class ProcessingReader extends RuleReader {

    private final Map<ResponseId, ResponseKey> responses;
    private final Map<String, OutcomeVariable> outcomes;

    ProcessingReader(
            Map<ResponseId, ResponseKey> responses,
            Map<String, OutcomeVariable> outcomes,
            Map<String, Value> variables,
            Problems problems) {
        super("response", ExpressionReader.judging(responses, outcomes, variables), problems);
        this.responses = responses;
        this.outcomes = outcomes;
    }

    List<Rule> read(XmlElement processing) {
        Optional<String> template =
                processing.attribute("template").or(() -> processing.attribute("template-location"));
        return template.isPresent() && processing.elements().findAny().isEmpty()
                ? template(processing, template.get())
                : rules(processing.elements());
    }

    /** Returns the template that an item names, if it names one of the standard's. */
    static Optional<Templates> template(String address) {
        String name = address.substring(address.lastIndexOf('/') + 1).replace(".xml", "");
        return PlainNames.find(name.replace('_', '-'), Templates.values());
    }

    private List<Rule> template(XmlElement processing, String address) {
        Optional<Templates> template = template(address);
        if (template.isEmpty()) {
            problems()
                    .add(
                            processing,
                            "there is no template '" + address + "'; there are match_correct, map_response and"
                                    + " map_response_point");
            return List.of();
        }
        Optional<ResponseId> response = judged();
        if (response.isEmpty()) {
            problems()
                    .add(
                            processing,
                            "a template judges the response called RESPONSE, or the only one, but there is neither");
        }
        return response.map(id -> problems()
                        .attempt(processing, () -> {
                            requireMapping(template.get(), id);
                            return template.get().rules(id);
                        })
                        .orElse(List.of()))
                .orElse(List.of());
    }

    private Optional<ResponseId> judged() {
        ResponseId usual = new ResponseId("RESPONSE");
        return responses.containsKey(usual)
                ? Optional.of(usual)
                : responses.size() == 1
                        ? Optional.of(responses.keySet().iterator().next())
                        : Optional.empty();
    }

    private void requireMapping(Templates template, ResponseId response) {
        switch (template) {
            case MATCH_CORRECT -> expressions().requireCorrect(response);
            case MAP_RESPONSE -> expressions().measured(response, Measure.Kind.MAPPING);
            case MAP_RESPONSE_POINT -> expressions().measured(response, Measure.Kind.AREAS);
        }
    }

    @Override
    Rule rule(XmlElement element) {
        return switch (element.name()) {
            case "qti-set-outcome-value" ->
                new Rule.SetOutcome(outcome(element), expressions().only(element));
            case "qti-lookup-outcome-value" ->
                new Rule.Lookup(outcome(element), expressions().only(element));
            case "qti-exit-response" -> new Rule.Exit();
            default ->
                throw new IllegalArgumentException("'" + element.name() + "' is not supported in response processing");
        };
    }

    private String outcome(XmlElement element) {
        String name = Attributes.required(element, "identifier");
        if (!outcomes.containsKey(name)) {
            throw new IllegalArgumentException("there is no outcome '" + name + "'");
        }
        return name;
    }
}
