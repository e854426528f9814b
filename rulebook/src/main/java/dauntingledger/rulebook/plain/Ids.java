package dauntingledger.rulebook.plain;

import dauntingledger.rulebook.paper.BoxId;
import dauntingledger.rulebook.paper.ExhibitId;
import dauntingledger.rulebook.paper.ItemId;
import dauntingledger.rulebook.paper.ItemSetId;
import dauntingledger.rulebook.paper.SectionId;
import dauntingledger.rulebook.paper.StageId;
import dauntingledger.rulebook.response.ChoiceId;
import dauntingledger.rulebook.response.ResponseId;
import java.util.List;

/** Identifiers as members hold them. */
final class Ids {

    static final MemberType<StageId> STAGE = MemberType.text(StageId::value, StageId::new);
    static final MemberType<BoxId> BOX = MemberType.text(BoxId::value, BoxId::new);
    static final MemberType<SectionId> SECTION = MemberType.text(SectionId::value, SectionId::new);
    static final MemberType<ItemSetId> SET = MemberType.text(ItemSetId::value, ItemSetId::new);
    static final MemberType<ItemId> ITEM = MemberType.text(ItemId::value, ItemId::new);
    static final MemberType<ResponseId> RESPONSE = MemberType.text(ResponseId::value, ResponseId::new);
    static final MemberType<ChoiceId> CHOICE = MemberType.text(ChoiceId::value, ChoiceId::new);
    static final MemberType<List<ChoiceId>> CHOICES = MemberType.texts(ChoiceId::value, ChoiceId::new);
    static final MemberType<ExhibitId> EXHIBIT = MemberType.text(ExhibitId::value, ExhibitId::new);

    private Ids() {}
}
