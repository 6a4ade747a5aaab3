export default '<svg/>';
