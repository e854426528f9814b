package dauntingledger.rulebook;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.classes;
import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noClasses;

import com.tngtech.archunit.core.domain.JavaClasses;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import com.tngtech.archunit.library.dependencies.SlicesRuleDefinition;
import java.time.Clock;
import java.time.Instant;
import org.junit.jupiter.api.Test;

class RulebookIsPureTest {

    private static final JavaClasses RULEBOOK = new ClassFileImporter()
            .withImportOption(new ImportOption.DoNotIncludeTests())
            .importPackages("dauntingledger.rulebook");

    @Test
    void dependsOnNothingButTheJdk() {
        classes()
                .should()
                .onlyDependOnClassesThat()
                .resideInAnyPackage(
                        "dauntingledger.rulebook..",
                        "java.lang..",
                        "java.math..",
                        "java.time..",
                        "java.util..",
                        "java.security..",
                        "java.nio.charset..",
                        "org.jspecify.annotations..")
                .check(RULEBOOK);
    }

    @Test
    void readsNoClockAndNoRandomness() {
        noClasses()
                .should()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.util.Random")
                .orShould()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.util.UUID")
                .orShould()
                .dependOnClassesThat()
                .haveFullyQualifiedName("java.security.SecureRandom")
                .orShould()
                .dependOnClassesThat()
                .areAssignableTo(Clock.class)
                .orShould()
                .callMethod(Instant.class, "now")
                .orShould()
                .callMethod(System.class, "currentTimeMillis")
                .orShould()
                .callMethod(System.class, "nanoTime")
                .orShould()
                .callMethod(Math.class, "random")
                .check(RULEBOOK);
    }

    @Test
    void hasNoCyclesBetweenItsPackages() {
        SlicesRuleDefinition.slices()
                .matching("dauntingledger.rulebook.(*)..")
                .should()
                .beFreeOfCycles()
                .check(RULEBOOK);
    }
}
