package dauntingledger.app.room;

import dauntingledger.app.signin.Keypad;
import dauntingledger.rulebook.paper.Stage;
import org.springframework.stereotype.Component;
import org.springframework.ui.Model;

/** The door: what has to be met, and the keypad for a code. */
@Component
class AdmissionPage implements StagePage<Stage.Admission> {

    private final Keypad keypad;

    AdmissionPage(Keypad keypad) {
        this.keypad = keypad;
    }

    @Override
    public Class<Stage.Admission> kind() {
        return Stage.Admission.class;
    }

    @Override
    public void show(Stage.Admission stage, Here here, Model model) {
        model.addAttribute("keys", keypad.keys(here.text().about().shufflesKeypad()));
    }
}
