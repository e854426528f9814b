package dauntingledger.app.room;

import dauntingledger.rulebook.paper.Paper;
import java.util.List;
import java.util.Locale;
import org.springframework.context.i18n.LocaleContextHolder;

/** A language to choose: its own name, its name in the language of the page, and its tag. */
record LanguageName(String tag, String own, String here) {

    /** Returns the languages of a paper. */
    static List<LanguageName> of(Paper paper) {
        Locale here = LocaleContextHolder.getLocale();
        return paper.languages().tags().stream()
                .map(tag -> new LanguageName(
                        tag,
                        Locale.forLanguageTag(tag).getDisplayLanguage(Locale.forLanguageTag(tag)),
                        Locale.forLanguageTag(tag).getDisplayLanguage(here)))
                .toList();
    }
}
