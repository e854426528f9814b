package dauntingledger.app.office;

import static org.assertj.core.api.Assertions.assertThat;
import static org.hamcrest.Matchers.containsString;
import static org.springframework.security.test.web.servlet.request.SecurityMockMvcRequestPostProcessors.user;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.get;
import static org.springframework.test.web.servlet.request.MockMvcRequestBuilders.multipart;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.content;
import static org.springframework.test.web.servlet.result.MockMvcResultMatchers.status;

import dauntingledger.app.ExamServerTest;
import dauntingledger.app.papers.Packages;
import dauntingledger.app.papers.PaperRef;
import dauntingledger.rulebook.paper.PaperId;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.mock.web.MockMultipartFile;
import org.springframework.test.web.servlet.MockMvc;
import org.springframework.test.web.servlet.ResultActions;

/** What the office does with papers. */
class PapersTest extends ExamServerTest {

    private static final String ITEM = """
            <qti-assessment-item identifier="depth" title="Depth">
              <qti-response-declaration identifier="RESPONSE" cardinality="single" base-type="identifier">
                <qti-correct-response><qti-value>B</qti-value></qti-correct-response>
              </qti-response-declaration>
              <qti-outcome-declaration identifier="SCORE" cardinality="single" base-type="float"/>
              <qti-item-body><p>%s</p>
                <qti-choice-interaction response-identifier="RESPONSE" max-choices="1">
                  <qti-simple-choice identifier="A">2 m</qti-simple-choice>
                  <qti-simple-choice identifier="B">3 m</qti-simple-choice>
                </qti-choice-interaction>
              </qti-item-body>
              %s
              <qti-response-processing template="match_correct"/>
            </qti-assessment-item>
            """;

    @Autowired
    private MockMvc mvc;

    private ResultActions send(byte[] sent) throws Exception {
        return mvc.perform(multipart("/office/papers")
                .file(new MockMultipartFile("package", "paper.zip", "application/zip", sent))
                .with(user("OFF-1").roles("OFFICE"))
                .with(token()));
    }

    private ResultActions page(String path, String role) throws Exception {
        return mvc.perform(get(path).with(user("OFF-1").roles(role)));
    }

    @Test
    void keepsAGoodPackageAndSaysWhatIsLeftOut() throws Exception {
        send(zip("soundings", ITEM.formatted("How deep?", "<qti-catalog-info/>")))
                .andExpect(status().isCreated())
                .andExpect(content().string(containsString("‘soundings’, version 1, is kept.")))
                .andExpect(content().string(containsString("One thing is left out")))
                .andExpect(content().string(containsString("q.xml:")))
                .andExpect(content().string(containsString("/office/papers/soundings/1")));

        assertThat(papers.text(new PaperRef(new PaperId("soundings"), 1))
                        .paper()
                        .items())
                .hasSize(1);
    }

    @Test
    void keepsNothingOfAPackageWithProblemsAndListsThemByFileAndLine() throws Exception {
        List<PaperRef> before = papers.all();

        send(zip("broken", ITEM.formatted("How deep?", "<qti-template-block/>")))
                .andExpect(status().isUnprocessableContent())
                .andExpect(content().string(containsString("This package was not kept.")))
                .andExpect(content().string(containsString("q.xml:12")))
                .andExpect(content().string(containsString("is not supported")));
        assertThat(papers.all()).isEqualTo(before);
    }

    @Test
    void keepsAVersionAsItIs() throws Exception {
        byte[] first = zip("tides", ITEM.formatted("How deep?", ""));
        send(first).andExpect(status().isCreated());
        send(first).andExpect(status().isCreated());

        send(zip("tides", ITEM.formatted("How deep is it?", "")))
                .andExpect(status().isUnprocessableContent())
                .andExpect(content().string(containsString("give the changed paper a higher version")));
        assertThat(papers.exported(new PaperRef(new PaperId("tides"), 1))).isNotEmpty();
    }

    @Test
    void asksForAPackageWhereNoneOrNoZipFileIsSent() throws Exception {
        send(new byte[0]).andExpect(content().string(containsString("Choose a package first.")));
        send("a letter".getBytes(StandardCharsets.UTF_8))
                .andExpect(content().string(containsString("this is not a zip file, or it is empty")));
    }

    @Test
    void givesOutAPackageThatComesInAsTheSamePaper() throws Exception {
        byte[] given = page("/office/papers/lightkeeper/4", "OFFICE")
                .andExpect(status().isOk())
                .andReturn()
                .getResponse()
                .getContentAsByteArray();

        assertThat(papers.all()).contains(new PaperRef(new PaperId("lightkeeper"), 4));
        send(given).andExpect(status().isCreated());
        page("/office/papers/lightkeeper/9", "OFFICE").andExpect(status().isNotFound());
        page("/office/papers/no%20name/1", "OFFICE").andExpect(status().is4xxClientError());
    }

    @ParameterizedTest
    @ValueSource(strings = {"CANDIDATE", "INVIGILATOR"})
    void isForTheOfficeOnly(String role) throws Exception {
        page("/office/papers", role).andExpect(status().isForbidden());
        page("/office/papers/pilot-licence/3", role).andExpect(status().isForbidden());
        mvc.perform(multipart("/office/papers")
                        .file(new MockMultipartFile("package", new byte[1]))
                        .with(user("OFF-1").roles(role))
                        .with(token()))
                .andExpect(status().isForbidden());
    }

    private static byte[] zip(String id, String item) {
        return Packages.empty()
                .with(
                        "imsmanifest.xml",
                        "<manifest identifier=\"" + id + "\"><resources><resource identifier=\"q\""
                                + " type=\"imsqti_item_xmlv3p0\" href=\"q.xml\"/></resources></manifest>")
                .with("q.xml", item)
                .zip();
    }
}
