package dauntingledger.app.papers;

import static dauntingledger.app.papers.Attributes.required;

import dauntingledger.rulebook.plain.PlainNames;
import dauntingledger.rulebook.response.Interaction;
import dauntingledger.rulebook.response.ResponseId;
import dauntingledger.rulebook.response.TextEntry;
import dauntingledger.rulebook.response.Value.BaseType;
import dauntingledger.rulebook.response.Value.Cardinality;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** The responses that an item declares, and the interactions that take them, as they are found in its body. */
final class Responses {

    private final Map<ResponseId, XmlElement> declarations;
    private final List<Interaction> interactions = new ArrayList<>();

    Responses(Map<ResponseId, XmlElement> declarations) {
        this.declarations = declarations;
    }

    List<Interaction> interactions() {
        return List.copyOf(interactions);
    }

    /** @throws IllegalArgumentException if an interaction names no declared response */
    ResponseId of(XmlElement element) {
        ResponseId response = new ResponseId(required(element, "response-identifier"));
        declaration(response);
        return response;
    }

    BaseType baseType(ResponseId response) {
        return ExpressionReader.baseType(declaration(response));
    }

    /**
     * Takes an interaction.
     *
     * @throws IllegalArgumentException if its response is not declared as its kind wants it
     */
    void add(Interaction interaction) {
        boolean typed = interaction instanceof TextEntry;
        BaseType wanted = interaction.blank().baseType();
        BaseType type = baseType(interaction.response());
        if (!typed && type != wanted) {
            throw new IllegalArgumentException(
                    "its base type must be '" + PlainNames.name(wanted) + "', but is '" + PlainNames.name(type) + "'");
        }
        Cardinality needed = interaction.blank().cardinality();
        Cardinality declared = DeclarationReader.cardinality(declaration(interaction.response()));
        if (declared != needed) {
            throw new IllegalArgumentException("its cardinality must be '" + PlainNames.name(needed)
                    + "' for what can be given, but is '" + PlainNames.name(declared) + "'");
        }
        interactions.add(interaction);
    }

    /** @throws IllegalArgumentException if the response is not declared */
    XmlElement declaration(ResponseId response) {
        XmlElement declaration = declarations.get(response);
        if (declaration == null) {
            throw new IllegalArgumentException("there is no 'qti-response-declaration' for its response");
        }
        return declaration;
    }
}
